import type { Score } from '../cylinder/index.js';
import { cylinderOf, type Figure } from '../verdicts/index.js';
import type { KitComparison } from './kitOptions.js';

/** What is still to be read or answered; null where nothing is. */
function openQuestion(kits: KitComparison, items: readonly Figure[]): string | null {
  const bores = items.filter((i) => i.feature === 'bore');
  if (bores.some((i) => i.limit?.source.type === 'machinist' && i.state !== 'within'))
    return 'The bores are back from the machinist: hold each against its ticket before anything is assembled.';
  if (bores.some((i) => i.because === 'unread' || i.because === 'incomplete'))
    return 'Read every bore first: the worst cylinder chooses for all.';
  if (items.some((i) => i.because === 'outlier' || i.because === 'question'))
    return 'Answer what is asked about a reading first: nothing is recommended on a figure that is in doubt.';
  if (items.some((i) => i.because === 'zero-open'))
    return 'Find the comparator’s zero again first: until then nobody knows how far it wandered.';
  if (items.some((i) => i.because === 'finding'))
    return 'Find out how deep the mark is first: a coating that a fingernail catches in is not used again.';
  return kits.soFar && kits.options.length > 0
    ? 'Read every bore first: the worst cylinder chooses for all.'
    : null;
}

/**
 * What findings have ended, whatever the sizes say; null where they have not.
 * @example endedSentence([]) // null
 */
export function endedSentence(figures: readonly Figure[]): string | null {
  const items = figures.filter((f) => cylinderOf(f) !== null);
  if (items.some((i) => i.finding?.what === 'crack')) return 'The cylinder is cracked: another cylinder.';
  return items.some((i) => i.feature === 'finding' && i.state === 'beyond')
    ? 'The coating is not used again, whatever its sizes say.'
    : null;
}

/**
 * Why nothing is recommended yet: a plan that is not complete, a question that is open, a score nobody measured.
 * Null where nothing stands in the way.
 */
export function tooEarly(
  kits: KitComparison,
  figures: readonly Figure[],
  scores: readonly Score[],
): string | null {
  if (endedSentence(figures)) return null;
  const items = figures.filter((f) => cylinderOf(f) !== null);
  const open = openQuestion(kits, items);
  if (open) return open;
  if (scores.some((s) => s.unknown) && kits.options.some((o) => o.feasible && o.says === 'may'))
    return 'Find out how deep the score is first: draw a fingernail across it, or measure it.';
  return null;
}

/** Whether nothing that was read is past a limit and something is not read: the wall may be used again, nobody knows yet. */
export const mayBeSound = (figures: readonly Figure[]): boolean => {
  const items = figures.filter((f) => cylinderOf(f) !== null);
  return (
    items.some((i) => i.because === 'unread') &&
    items.every((i) => i.state === 'within' || i.because === 'unread')
  );
};
