import { SPACE_ANSWERS_NOTHING } from '../bar/index.js';
import { useState } from 'react';
import { v7 } from 'uuid';
import {
  backwards,
  CRANK_WAY,
  jobLedger,
  lastStripped,
  looseOf,
  MOVED,
  SPLIT,
  openCrank,
  mayNotAssemble,
  mayNotFit,
  REFITTED,
  STRIP_ADDED,
  STRIP_ANSWER,
  STRIP_ODD,
  STRIP_PLAN,
  STRIP_UNDO,
  stepsOfPress,
  stopBefore,
  stripLog,
  STRIPPED,
  stripPlan,
  timelineOf,
  TRAY,
  trayAtHand,
  traysOf,
  whyNotBack,
  type AnyEntry,
  type EntryKind,
  type Loose,
  type Move,
  type OddWhy,
  type PlannedStep,
  type Scope,
} from '@tribos/core';
import { newEntry, refusedBy, type JobContext } from '../job/index.js';
import { post } from '../outbox/index.js';
import { setGrain, nextGrain, useGrain } from './grain.js';

/** What was counted of a step otherwise than its list has it, by item. */
type Counts = Readonly<Record<string, number>>;

/**
 * The strip as the station shows and drives it: the step at hand, its hard stop, what is counted, where it goes. Every
 * change is one entry of the log; nothing is kept here but what was not pressed yet.
 * @param backFrom it begins with what goes back
 */
export function useStrip({ file, by }: JobContext, backFrom = false) {
  const grain = useGrain(by);
  const plan = stripPlan(file);
  const ledger = jobLedger(file);
  const crank = openCrank(file);
  const trays = traysOf(file);
  const [picked, setPicked] = useState<string | null>(null);
  const [counts, setCounts] = useState<Counts>({});
  const [counted, setCounted] = useState(0);
  const [choice, setChoice] = useState(0);
  /** Stop whose mark a press has moved already. */
  const [moved, setMoved] = useState<string | null>(null);
  const [back, setBack] = useState(backFrom);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** A tray somebody just asked for; nothing is in it yet. */
  const [asked, setAsked] = useState<number | null>(null);

  const off = backwards(plan);
  const pickedStep = plan.steps.find((s) => s.step.key === picked && s.state === 'open' && s.ready);
  const now = back ? (off[0] ?? null) : (pickedStep ?? plan.now);
  const coarse = grain === 'section' ? 'section' : 'step';
  const stop = back || !now ? null : stopBefore(plan.steps, now, coarse);
  const shown = stop ?? now;
  const press: readonly PlannedStep[] = !now ? [] : back ? [now] : stepsOfPress(plan.steps, now, coarse);
  const inHand = trayAtHand(file);
  // A step with a tray of its own gets a fresh one, as long as something else lies in the one at hand.
  const own =
    !back &&
    press.some((s) => s.step.tray) &&
    (trays.find((t) => t.number === inHand)?.steps.length ?? 0) > 0;
  const tray = asked ?? (own ? Math.max(...trays.map((t) => t.number)) + 1 : (inHand ?? 1));

  /** What comes off or goes back with the next press, with the counts as they stand. */
  const looseFor = (s: PlannedStep): Loose[] =>
    looseOf(file.engine, s.step).map((l) => ({ ...l, count: counts[l.item] ?? usual(l) }));
  const usual = (l: Loose): number => (back ? (ledger.find((x) => x.item === l.item)?.open ?? 0) : l.count);
  const loose = shown ? looseFor(shown) : [];

  const settle = () => {
    setPicked(null);
    setCounts({});
    setCounted(0);
    setChoice(0);
  };

  /** Keeps an entry; what its own record refuses is said and changes nothing. */
  const keep = <E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
    kind: EntryKind<E, B>,
    fields: Omit<B, 'id' | 'at' | 'kind'>,
  ): boolean => {
    const entry = newEntry(kind, fields);
    const refused = refusedBy(file, entry);
    setTrouble(refused);
    if (refused !== null) return false;
    void post(file.job.id, [entry]);
    return true;
  };

  const done = (): void => {
    if (!now || press.length === 0) return;
    if (back) {
      const entry = { step: now.step.key, name: now.step.what, loose: looseFor(now), opens: now.step.opens };
      const closing = whyNotBack(file, [entry]) ?? notUsedAgain(now.step.key);
      setTrouble(closing);
      if (closing === null && keep(REFITTED, { steps: [entry] })) settle();
      return;
    }
    const steps = press.map((s) => ({
      step: s.step.key,
      name: s.step.what,
      loose: looseFor(s),
      opens: s.step.opens,
    }));
    const some = steps.some((s) => s.loose.some((l) => !l.inside && l.count > 0));
    if (
      keep(STRIPPED, {
        steps,
        tray: some ? tray : null,
        answers: press.flatMap((s) => (s.answered ? [s.answered.id] : [])),
      })
    ) {
      settle();
      setAsked(null);
    }
  };

  /** Why nothing is put together yet, or not this part; one opened for a look goes back as it was. */
  const notUsedAgain = (step: string): string | null =>
    plan.chosen?.purpose === 'look' ? null : (mayNotAssemble(file) ?? mayNotFit(file, step));

  const answer = (at: number): void => {
    const of = stop?.step.stop;
    const chosen = of?.answers[at];
    if (!stop || !of || !chosen) return;
    if (keep(STRIP_ANSWER, { step: stop.step.key, ask: of.ask, answer: chosen.text })) {
      setChoice(0);
      setMoved(null);
      setTrouble(null);
    }
  };

  /** The one press of hand or foot. @param held kept down: takes the answer that is marked */
  const act = (held: boolean): void => {
    if (stop) {
      if (held) answer(choice);
      else {
        // The first moves the mark; a second one by habit is told that it answers nothing.
        setTrouble(moved === stop.step.key ? SPACE_ANSWERS_NOTHING : null);
        setMoved(stop.step.key);
        setChoice((choice + 1) % stop.step.stop!.answers.length);
      }
      return;
    }
    if (held) return;
    if (grain === 'part' && counted < loose.length) setCounted(counted + 1);
    else done();
  };

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
      if (last && keep(STRIP_UNDO, { of: last.id })) settle();
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
