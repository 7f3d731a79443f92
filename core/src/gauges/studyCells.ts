import { mean } from '../statistics/index.js';
import type { StudyCell } from './anova.js';

/** Repeats of one person on one part with one gauge, as the shop keeps them. */
export interface PartStudy {
  readonly part: string;
  readonly by: string;
  readonly at: string;
  /** nm */
  readonly values: readonly number[];
}

/** The same cells as distances from the mean of their part, nm: what a picture of a study shows. */
export function fromPartMean(cells: readonly StudyCell[]): StudyCell[] {
  return cells.map((c) => {
    const middle = mean(cells.filter((o) => o.part === c.part).flatMap((o) => o.values));
    return { ...c, values: c.values.map((v) => v - middle) };
  });
}

/**
 * The largest full table of people × parts that the studies of one gauge hold: the last study of each person
 * on each part, people who measured every part, repeats cut to the fewest anyone made.
 * @returns null with fewer than two people on two parts, or fewer than two repeats
 */
export function studyCells(studies: readonly PartStudy[]): StudyCell[] | null {
  const last = new Map<string, PartStudy>();
  for (const s of [...studies].sort((a, b) => (a.at < b.at ? -1 : 1)))
    if (s.values.length >= 2) last.set(`${s.part}\n${s.by}`, s);
  const all = [...last.values()];
  const partsOf = (by: string) => new Set(all.filter((s) => s.by === by).map((s) => s.part));
  let best: { people: string[]; parts: string[] } | null = null;
  // People are few: every person's own set of parts is a candidate, joined by all who measured it too.
  for (const by of new Set(all.map((s) => s.by))) {
    const parts = [...partsOf(by)].sort();
    const people = [...new Set(all.map((s) => s.by))].filter((p) =>
      parts.every((part) => partsOf(p).has(part)),
    );
    const size = people.length * parts.length;
    if (people.length >= 2 && parts.length >= 2 && size > (best ? best.people.length * best.parts.length : 0))
      best = { people: people.sort(), parts };
  }
  if (!best) return null;
  const { people, parts } = best;
  const cells = people.flatMap((person) =>
    parts.map((part) => ({ person, part, values: last.get(`${part}\n${person}`)!.values })),
  );
  const repeats = Math.min(...cells.map((c) => c.values.length));
  return cells.map((c) => ({ ...c, values: c.values.slice(0, repeats) }));
}
