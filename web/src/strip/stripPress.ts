import type { AnyEntry, EntryKind, JobFile } from '@tribos/core/ground';
import { mayNotAssemble } from '@tribos/core/cause';
import { mayNotFit } from '@tribos/core/inspect';
import { REFITTED, STRIP_ANSWER, STRIPPED, whyNotBack } from '@tribos/core/strip';
import { SPACE_ANSWERS_NOTHING } from '../bar/index.js';
import type { StripHand } from './useStripHand.js';

/** Keeps an entry; what its own record refuses is said and changes nothing. */
export type Keep = <E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
  kind: EntryKind<E, B>,
  fields: Omit<B, 'id' | 'at' | 'kind'>,
) => boolean;

/** What one press of hand or foot does at the strip: off, back on, or the answer to what is asked first. */
export function pressOf(
  file: JobFile,
  hand: StripHand,
  keep: Keep,
  setTrouble: (trouble: string | null) => void,
) {
  const { grain, plan, now, stop, press, tray, loose, looseFor, settle, back } = hand;
  const { counted, setCounted, choice, setChoice, moved, setMoved, setAsked } = hand;
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

  return { done, answer, act };
}
