import type { VerdictState } from '../gauges/index.js';
import type { Figure } from './figure.js';

/** One quantity with its minimum and its maximum, judged apart and shown on one scale. */
export interface Quantity {
  /** The key of both figures without their side. */
  readonly key: string;
  /** The figure that says the most: the worse of the two, one with a limit before one that has none. */
  readonly leads: Figure;
  /** The other side of the same quantity; null where only one is asked for. */
  readonly other: Figure | null;
}

const WORSE: readonly VerdictState[] = ['beyond', 'undecided', 'within', 'noLimit'];

/**
 * Figures by quantity, in the order of their first figure.
 * @example quantitiesOf([]).length // 0
 */
export function quantitiesOf(figures: readonly Figure[]): readonly Quantity[] {
  const of = new Map<string, Figure[]>();
  for (const figure of figures) {
    const key = figure.key.replace(/:(?:min|max)$/u, '');
    const mine = of.get(key);
    // The same side twice is two quantities, whatever their keys say.
    if (mine?.length === 1 && mine[0]!.side !== figure.side) mine.push(figure);
    else of.set(mine ? figure.key : key, [figure]);
  }
  return [...of].map(([key, both]) => {
    const [leads, other] = [...both].sort((a, b) => WORSE.indexOf(a.state) - WORSE.indexOf(b.state));
    return { key, leads: leads!, other: other ?? null };
  });
}
