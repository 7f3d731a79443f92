import { useState } from 'react';
import {
  backwards,
  jobLedger,
  looseOf,
  openCrank,
  stepsOfPress,
  stopBefore,
  stripPlan,
  trayAtHand,
  traysOf,
  type Loose,
  type PlannedStep,
} from '@tribos/core/strip';
import type { JobContext } from '../job/index.js';
import { useGrain } from './grain.js';

/** What was counted of a step otherwise than its list has it, by item. */
type Counts = Readonly<Record<string, number>>;

/** What is in hand at the strip: the step, its hard stop, what is counted of it, which tray; not pressed yet, so not kept. */
export function useStripHand({ file, by }: JobContext, backFrom: boolean) {
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

  return {
    grain,
    plan,
    ledger,
    crank,
    trays,
    off,
    now,
    stop,
    shown,
    press,
    tray,
    loose,
    looseFor,
    usual,
    settle,
    setCounts,
    counted,
    setCounted,
    choice,
    setChoice,
    moved,
    setMoved,
    back,
    setBack,
    setPicked,
    setAsked,
  };
}

export type StripHand = ReturnType<typeof useStripHand>;
