import { v7 } from 'uuid';
import { TAKE_BACK } from '@tribos/core/ground';
import { timelineOf } from '@tribos/core/house';
import {
  CRANK_WAY,
  lastStripped,
  MOVED,
  SPLIT,
  STRIP_ADDED,
  STRIP_ODD,
  STRIP_PLAN,
  stripLog,
  TRAY,
  type Loose,
  type Move,
  type OddWhy,
  type PlannedStep,
  type Scope,
} from '@tribos/core/strip';
import { newEntry, useSend, type JobContext } from '../job/index.js';
import { setGrain, nextGrain } from './grain.js';
import { pressOf, type Keep } from './stripPress.js';
import { useStripHand } from './useStripHand.js';

/**
 * The strip as the station shows and drives it: the step at hand, its hard stop, what is counted, where it goes. Every
 * change is one entry of the log; nothing is kept here but what was not pressed yet.
 * @param backFrom it begins with what goes back
 */
export function useStrip(context: JobContext, backFrom = false) {
  const { file, by } = context;
  const hand = useStripHand(context, backFrom);
  const { grain, plan, ledger, crank, trays, off, now, stop, shown, press, tray, loose } = hand;
  const { usual, settle, setCounts, counted, setCounted, choice } = hand;
  const { back, setBack, setPicked, setAsked } = hand;
  const { trouble, say: setTrouble, send } = useSend(file);
  const keep: Keep = (kind, fields) => send(newEntry(kind, fields));

  const { done, answer, act } = pressOf(file, hand, keep, setTrouble);

  const log = stripLog(file);
  const last = lastStripped(log);
  const lastSaid = last ? (timelineOf(file).find((t) => t.id === last.id)?.sentence ?? null) : null;

  return {
    file,
    grain,
    plan,
    ledger,
    crank,
    trays,
    now,
    shown,
    stop,
    press,
    loose,
    counted,
    choice,
    back,
    off,
    tray,
    trouble,
    last,
    lastSaid,
    act,
    settle,
    answer,
    done,
    begin: (scope: Scope, list: 'sheet' | 'general', purpose: 'rebuild' | 'look') =>
      keep(STRIP_PLAN, { scope, list, purpose }),
    count: (item: string, by: number) =>
      setCounts((c) => ({
        ...c,
        [item]: Math.max(0, Math.min(200, (c[item] ?? usual(loose.find((l) => l.item === item)!)) + by)),
      })),
    pick: (key: string) => {
      settle();
      setTrouble(null);
      setPicked(key);
    },
    /** The next or the one before among the steps that may be done. */
    move: (by: 1 | -1) => {
      const may = plan.steps.filter((s) => s.state === 'open' && s.ready);
      const at = may.findIndex((s) => s.step.key === now?.step.key);
      const next = may[(at + by + may.length) % may.length];
      if (next) {
        settle();
        setPicked(next.step.key);
      }
    },
    odd: (why: OddWhy, text = '') => {
      if (shown && keep(STRIP_ODD, { step: shown.step.key, name: shown.step.what, why, text })) settle();
    },
    add: (what: string, items: readonly Loose[]) =>
      keep(STRIP_ADDED, {
        key: `added-${v7().slice(-12)}`,
        section: now?.section ?? plan.sections.at(-1)?.key ?? '',
        after: previous(plan.steps, now),
        what,
        loose: items,
      }),
    moved: (item: string, move: Move, count: number, text: string) => {
      const line = ledger.find((l) => l.item === item);
      return (
        line !== undefined &&
        keep(MOVED, {
          item,
          name: line.name,
          move,
          count,
          near: line.near,
          inside: line.inside,
          tray: move === 'tray' ? tray : null,
          text,
        })
      );
    },
    setApart: (item: string, count: number, name: string) =>
      keep(SPLIT, { item, count, into: `${item}.${v7().slice(-6)}`, name }),
    close: (way: string) => {
      setTrouble(crank.mayNotClose);
      if (crank.mayNotClose === null) keep(CRANK_WAY, { way, is: 'closed' });
    },
    nameTray: (number: number, name: string, place: string) => keep(TRAY, { number, name, place }),
    newTray: () => setAsked(Math.max(0, ...trays.map((t) => t.number), tray) + 1),
    takeBack: () => {
      if (last && keep(TAKE_BACK, { of: last.id })) settle();
    },
    turn: () => {
      settle();
      setTrouble(null);
      setBack(!back);
    },
    nextGrain: () => {
      setCounted(0);
      setGrain(by, nextGrain(grain));
    },
    toGrain: (g: typeof grain) => setGrain(by, g),
  };
}

/** Key of the last step before one, that is not open; empty where it is the first. */
function previous(steps: readonly PlannedStep[], now: PlannedStep | null): string {
  const at = steps.findIndex((s) => s === now);
  const before = at < 0 ? steps.at(-1) : steps[at - 1];
  return before && before.section === now?.section ? before.step.key : '';
}

export type Strip = ReturnType<typeof useStrip>;
