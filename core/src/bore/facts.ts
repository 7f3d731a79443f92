import { takenIn, findings, isOfCylinder, scoresOf } from '../cylinder/index.js';
import type { LengthUnit } from '../units/index.js';
import { fact, topLeftOn, type JobFile } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import type { Ask, Figure, Heavy } from '../verdicts/index.js';
import { boreState, type BoreState } from './boreState.js';
import type { MapProblem } from './mapProblem.js';
import { mapProblem } from './mapProblems.js';
import { propagate, type MapSpread } from './propagate.js';

/** Everything known of each cylinder's bore. */
export const boresOf = fact('boresOf', (file, unit: LengthUnit) =>
  file.engine.cylinders.map((_, i) => boreState(file, readingsOf(file, unit), i)),
);

/** Findings that stand on each cylinder's wall. */
export const findingsOf = fact('findingsOf', (file) => findings(file.log, file.engine.cylinders.length));

/** What is known of the deepest score of each cylinder. */
export const deepestScores = fact('deepestScores', (file) => scoresOf(findingsOf(file)));

/** The maps to propagate, one a cylinder; null until its plan is complete: an incomplete map proves nothing yet. */
export const mapsOf = fact('mapsOf', (file, unit: LengthUnit) =>
  boresOf(file, unit).map((bore) =>
    bore.blockedBy === 'incomplete' ? null : mapProblem(file, bore, readingsOf(file, unit)),
  ),
);

/** Propagation of a whole map, worked in a worker or on a server's thread. */
export const PROPAGATION: Heavy<MapProblem, MapSpread> = { name: 'propagation', run: (p) => propagate(p) };

/** Looks a propagated map up, or works it; null while it is not there yet. */
export type SpreadOf = (problem: MapProblem) => MapSpread | null;

/** The propagated map of each cylinder; null while it is not there, undefined where there is none to work. */
export const spreadsOf = (file: JobFile, ask: Ask): (MapSpread | null | undefined)[] =>
  mapsOf(file, ask.unit).map((map) => (map ? ask.worked(PROPAGATION, map) : undefined));

const isRead = (file: JobFile, cylinder: number): boolean =>
  takenIn(file.log).some((e) => isOfCylinder(e.station) && e.station.cylinder === cylinder);

/**
 * Figures of every bore, kept while neither the bore nor its propagated map changes: most bores are as they
 * were when another one's map arrives.
 */
export function perBore(
  work: (file: JobFile, bore: BoreState, spread: MapSpread | null | undefined, ask: Ask) => readonly Figure[],
): (file: JobFile, ask: Ask) => readonly Figure[] {
  const known = new WeakMap<
    BoreState,
    { readonly spread: MapSpread | null | undefined; readonly figures: readonly Figure[] }
  >();
  return (file, ask) => {
    const spreads = spreadsOf(file, ask);
    return boresOf(file, ask.unit).flatMap((bore, i) => {
      // Left on, nobody sees them; what was read of one all the same is judged.
      if (topLeftOn(file) && !isRead(file, i)) return [];
      const before = known.get(bore);
      if (before && before.spread === spreads[i]) return before.figures;
      const figures = work(file, bore, spreads[i], ask);
      known.set(bore, { spread: spreads[i], figures });
      return figures;
    });
  };
}
