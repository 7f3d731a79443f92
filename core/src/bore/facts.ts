import { askOf, type Ask, type Figure, type Heavy } from '../verdicts/index.js';
import { takenIn, findings, isOfCylinder, scoresOf } from '../cylinder/index.js';
import type { LengthUnit } from '../units/index.js';
import { fact, jobKind, topLeftOn, type JobFile } from '../job/index.js';
import { readingsOn } from '../readings/index.js';
import { boreState, type BoreState } from './boreState.js';
import type { MapProblem } from './mapProblem.js';
import { mapProblem } from './mapProblems.js';
import { propagate, type MapSpread } from './propagate.js';

/** Everything known of one cylinder's bore. */
export const boreOf = fact('bore', (file, [unit, at]: readonly [LengthUnit, number]) =>
  boreState(file, readingsOn(file, [unit, at]), at),
);

/** Everything known of each cylinder's bore. */
export const boresOf = fact('bores', (file, unit: LengthUnit) =>
  file.engine.cylinders.map((_, at) => boreOf(file, [unit, at])),
);

/** Findings that stand on each cylinder's wall. */
export const findingsOf = fact('findingsOf', (file) => findings(file.log, file.engine.cylinders.length));

/** What is known of the deepest score of each cylinder. */
export const deepestScores = fact('deepestScores', (file) => scoresOf(findingsOf(file)));

const mapOf = fact('map', (file, [unit, at]: readonly [LengthUnit, number]) => {
  const bore = boreOf(file, [unit, at]);
  return bore.blockedBy === 'incomplete' ? null : mapProblem(file, bore, readingsOn(file, [unit, at]));
});

/** The maps to propagate, one a cylinder; null until its plan is complete: an incomplete map proves nothing yet. */
export const mapsOf = fact('maps', (file, unit: LengthUnit) =>
  file.engine.cylinders.map((_, at) => mapOf(file, [unit, at])),
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

/** Figures of every bore, each worked again only when that bore or its propagated map moved. */
export function perBore(
  name: string,
  work: (file: JobFile, bore: BoreState, spread: MapSpread | null | undefined, ask: Ask) => readonly Figure[],
): (file: JobFile, ask: Ask) => readonly Figure[] {
  const spreadAt = fact('spreadAt', (file, [unit, at]: readonly [LengthUnit, number]) => {
    const map = mapOf(file, [unit, at]);
    return map ? askOf(file, unit).worked(PROPAGATION, map) : undefined;
  });
  const figures = fact(name, (file, [unit, at]: readonly [LengthUnit, number]) =>
    work(file, boreOf(file, [unit, at]), spreadAt(file, [unit, at]), askOf(file, unit)),
  );
  return (file, { unit }) =>
    file.engine.cylinders.flatMap((_, at) =>
      // Left on, nobody sees them; what was read of one all the same is judged.
      jobKind(file) === 'ring-set' || (topLeftOn(file) && !isRead(file, at)) ? [] : figures(file, [unit, at]),
    );
}
