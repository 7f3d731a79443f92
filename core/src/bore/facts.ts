import { askOf, type Ask, type Figure, type Heavy } from '../verdicts/index.js';
import { takenIn, findings, isOfCylinder, scoresOf } from '../cylinder/index.js';
import type { LengthUnit } from '../units/index.js';
import { fact, topLeftOn, type JobFile } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
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

/** What is known of one cylinder's bore, and its map. */
const boreAt = fact('boreAt', (file, [unit, at]: readonly [LengthUnit, number]) => boresOf(file, unit)[at]!);
const mapAt = fact('mapAt', (file, [unit, at]: readonly [LengthUnit, number]) => mapsOf(file, unit)[at]);

/** The propagated map of each cylinder; null while it is not there, undefined where there is none to work. */
export const spreadsOf = (file: JobFile, ask: Ask): (MapSpread | null | undefined)[] =>
  mapsOf(file, ask.unit).map((map) => (map ? ask.worked(PROPAGATION, map) : undefined));

const isRead = (file: JobFile, cylinder: number): boolean =>
  takenIn(file.log).some((e) => isOfCylinder(e.station) && e.station.cylinder === cylinder);

/** Figures of every bore, each worked again only when that bore or its propagated map moved. */
export function perBore(
  name: string,
  work: (file: JobFile, bore: BoreState, spread: MapSpread | null | undefined, ask: Ask) => readonly Figure[],
): (file: JobFile, ask: Ask) => readonly Figure[] {
  const spreadAt = fact('spreadAt', (file, [unit, at]: readonly [LengthUnit, number]) => {
    const map = mapAt(file, [unit, at]);
    return map ? askOf(file, unit).worked(PROPAGATION, map) : undefined;
  });
  const figures = fact(name, (file, [unit, at]: readonly [LengthUnit, number]) =>
    work(file, boreAt(file, [unit, at]), spreadAt(file, [unit, at]), askOf(file, unit)),
  );
  return (file, { unit }) =>
    file.engine.cylinders.flatMap((_, at) =>
      // Left on, nobody sees them; what was read of one all the same is judged.
      topLeftOn(file) && !isRead(file, at) ? [] : figures(file, [unit, at]),
    );
}
