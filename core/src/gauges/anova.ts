import { OutOfRange } from '../errors.js';
import { mean } from '../statistics/index.js';

/** Repeats of one person on one part, nm. */
export interface StudyCell {
  readonly person: string;
  readonly part: string;
  readonly values: readonly number[];
}

export interface GaugeStudy {
  /** Standard deviations, nm; a negative variance component counts as 0. */
  readonly repeatability: number;
  readonly person: number;
  readonly interaction: number;
  readonly part: number;
  /** Persons and their interaction with the parts together. */
  readonly reproducibility: number;
  /** Everything that is not the part itself. */
  readonly gauge: number;
  readonly repeatabilityDof: number;
  /** 600·σ over the width of the tolerance, %; null where a one-sided limit leaves it undefined. */
  readonly percentOfTolerance: number | null;
}

/**
 * Two-way analysis of variance with interaction (AIAG layout, random effects): what part of the scatter is
 * the gauge, what part the hands that hold it.
 *
 * @param cells     every person on every part, the same number of repeats (≥ 2) in each
 * @param tolerance width U − L of a two-sided tolerance, nm; null for a one-sided limit
 * @throws OutOfRange with fewer than two people, two parts or two repeats, or with a cell missing
 */
export function gaugeStudy(cells: readonly StudyCell[], tolerance: number | null): GaugeStudy {
  const people = [...new Set(cells.map((c) => c.person))];
  const parts = [...new Set(cells.map((c) => c.part))];
  const r = cells[0]?.values.length ?? 0;
  if (people.length < 2) throw new OutOfRange('number of people', people.length, 'at least 2');
  if (parts.length < 2) throw new OutOfRange('number of parts', parts.length, 'at least 2');
  if (r < 2) throw new OutOfRange('repeats in a cell', r, 'at least 2');
  const uneven = cells.find((c) => c.values.length !== r);
  if (uneven)
    throw new OutOfRange(`repeats of ${uneven.person} on ${uneven.part}`, uneven.values.length, `${r}`);
  const [p, n] = [people.length, parts.length];
  const filled = new Set(cells.map((c) => `${c.person}\n${c.part}`));
  if (cells.length !== p * n || filled.size !== p * n)
    throw new OutOfRange('number of cells', cells.length, `${p} people × ${n} parts, each once`);

  // About the first reading, so that sums of squares of sizes near 77 mm keep their digits.
  const base = cells[0]!.values[0]!;
  const centred = cells.map((c) => ({ ...c, values: c.values.map((v) => v - base) }));
  const grand = mean(centred.flatMap((c) => c.values));
  const meanOf = (pick: (c: StudyCell) => boolean) => mean(centred.filter(pick).flatMap((c) => c.values));
  const square = (v: number) => v * v;
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

  const ssPerson = n * r * sum(people.map((x) => square(meanOf((c) => c.person === x) - grand)));
  const ssPart = p * r * sum(parts.map((x) => square(meanOf((c) => c.part === x) - grand)));
  const ssCells = r * sum(centred.map((c) => square(mean(c.values) - grand)));
  const ssRepeat = sum(centred.flatMap((c) => c.values.map((v) => square(v - mean(c.values)))));
  const ssBoth = Math.max(0, ssCells - ssPerson - ssPart);

  const dofRepeat = p * n * (r - 1);
  const msPerson = ssPerson / (p - 1);
  const msPart = ssPart / (n - 1);
  const msBoth = ssBoth / ((p - 1) * (n - 1));
  const msRepeat = ssRepeat / dofRepeat;
  const component = (variance: number) => Math.max(0, variance);
  const person = component((msPerson - msBoth) / (n * r));
  const part = component((msPart - msBoth) / (p * r));
  const interaction = component((msBoth - msRepeat) / r);
  const gauge = Math.sqrt(msRepeat + person + interaction);
  return {
    repeatability: Math.sqrt(msRepeat),
    person: Math.sqrt(person),
    interaction: Math.sqrt(interaction),
    part: Math.sqrt(part),
    reproducibility: Math.sqrt(person + interaction),
    gauge,
    repeatabilityDof: dofRepeat,
    percentOfTolerance: tolerance === null ? null : (600 * gauge) / tolerance,
  };
}
