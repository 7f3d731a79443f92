import { exactly, type Estimate } from '../gauges/index.js';
import { clearanceStates, fittedPiston, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { BorePlace } from '../cylinder/index.js';
import { pistonPlace, type ReadingsState } from '../readings/index.js';
import { halfTurn, type Governing, type Kit } from '../specs/index.js';
import { governingFor, limitFigure } from '../verdicts/index.js';
import { shapeLimit, type BoreState } from './boreState.js';
import type { FitCandidate, MapFigure, MapProblem } from './mapProblem.js';

/** Size of a kit's piston for one cylinder: as measured for it, else as listed. */
export const kitPiston = (state: ReadingsState, cylinder: number, kit: Kit): Estimate | null =>
  state.places.get(placeKey(pistonPlace(cylinder, kit.id)))?.result?.estimate ?? null;

/** Clearance range of a governing limit that gives both ends, nm. */
export const rangeOf = (g: Governing): { readonly low: number; readonly high: number } | null =>
  g.status === 'governed' && g.limit.low !== null && g.limit.high !== null
    ? { low: g.limit.low, high: g.limit.high }
    : null;

/** A piston that could go into a bore as it is, with its own maker's range; null without a complete range. */
export function fitCandidate(
  file: JobFile,
  state: ReadingsState,
  cylinder: number,
  kit: Kit,
): FitCandidate | null {
  const range = rangeOf(governingFor(file, 'clearance', ['new'], 'min', kit.maker));
  return range && { piston: kitPiston(state, cylinder, kit) ?? exactly(kit.piston), ...range };
}

/** The map of one cylinder made ready for propagation; null before its first reading. */
export function mapProblem(file: JobFile, bore: BoreState, state: ReadingsState): MapProblem | null {
  const places = bore.places.flatMap((s) => {
    if (!s.result || s.result.threePoint) return [];
    const at = s.station as BorePlace;
    return [{ depth: at.depth as number, angle: halfTurn(at.angle), of: s.result.estimate }];
  });
  if (places.length === 0) return null;
  const { kit } = fittedPiston(file, bore.cylinder);
  const piston = state.places.get(placeKey(pistonPlace(bore.cylinder, kit?.id ?? null)))?.result;
  const limits: Partial<Record<MapFigure, { side: 'max' | 'min'; at: number }>> = {};
  const keep = (figure: MapFigure, side: 'max' | 'min', found: Governing | null): void => {
    const at = found?.status === 'governed' ? limitFigure(found.limit, side) : null;
    if (at !== null) limits[figure] = { side, at };
  };
  keep('largest', 'max', bore.fresh ?? governingFor(file, 'bore', ['service'], 'max'));
  if (bore.fresh) keep('smallest', 'min', bore.fresh);
  keep('outOfRound', 'max', shapeLimit(file, bore, 'bore.out-of-round'));
  const taper = shapeLimit(file, bore, 'bore.taper');
  keep('taper', 'max', taper);
  if (piston) {
    for (const [figure, side] of [
      ['tightest', 'min'],
      ['loosest', 'max'],
    ] as const)
      keep(
        figure,
        side,
        governingFor(file, 'clearance', clearanceStates(file, bore.cylinder, side), side, kit?.maker),
      );
  }
  return {
    // In one order whatever order they were read in: the same map is the same problem.
    places: places.sort((a, b) => a.depth - b.depth || a.angle - b.angle),
    piston: piston?.estimate ?? null,
    sigma: bore.sigma,
    taper: (taper.status === 'governed' ? taper.limit.taper : undefined) ?? 'worst-direction',
    limits,
    fits: file.engine.kits
      .filter((k) => k.oversize === 0)
      .flatMap((k) => fitCandidate(file, state, bore.cylinder, k) ?? []),
  };
}
