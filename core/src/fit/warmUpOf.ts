import { placesRead, pistonPlace } from '../readings/index.js';
import { boresOf } from '../bore/index.js';

import { clearanceStates, fittedPiston, measurandAt, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import { governingFor } from '../verdicts/index.js';
import { harsh, warmClearance, WARMING, warmUp, type Cooling, type WarmUpBuild } from './warmUp.js';

/** One warm-up of a build and of the maker's minimum, both against that minimum built cold, nm. */
export interface WarmUpRun {
  readonly name: 'gentle' | 'harsh';
  readonly seconds: readonly number[];
  /** Rise over the bench, K. */
  readonly pistonRise: readonly number[];
  readonly wallRise: readonly number[];
  /** Clearance against the maker's minimum, cold. Estimates. */
  readonly build: readonly number[];
  readonly minimum: readonly number[];
  /** Where this build is tightest. */
  readonly dip: { readonly seconds: number; readonly at: number };
}

export interface WarmUpView {
  readonly cooling: Cooling;
  /** How much looser than the maker's minimum this build stays, cold, nm. */
  readonly looser: number;
  readonly runs: readonly WarmUpRun[];
}

/**
 * Why a clearance is what it is: the build of one cylinder and one at the maker's minimum, warmed up gently
 * and harshly by the same model. Only the difference between the two means anything.
 * @returns null without a measured bore and piston, a minimum on file, or where nobody said what the wall is and how it is cooled
 */
export function warmUpOf(file: JobFile, cylinder: number): WarmUpView | null {
  const bore = boresOf(file, 'mm')[cylinder];
  const { kit } = fittedPiston(file, cylinder);
  const station = pistonPlace(cylinder, kit?.id ?? null);
  const piston = placesRead(file).get(placeKey(station))?.result?.estimate;
  const least = governingFor(
    file,
    'clearance',
    clearanceStates(file, cylinder, 'min'),
    'min',
    kit?.maker ?? file.job.fitted.piston,
  );
  const minimum = least.status === 'governed' ? least.limit.low : null;
  const { wall, proposed } = file.engine;
  if (!bore?.survey || !piston || minimum === null) return null;
  if (wall === 'unknown' || proposed?.includes('cooling')) return null;
  const size = bore.survey.smallest.of.value;
  const build: WarmUpBuild = {
    bore: size,
    piston: piston.value,
    boreMaterial: measurandAt(file, { part: 'land', cylinder }).material,
    pistonMaterial: measurandAt(file, station).material,
  };
  const reference: WarmUpBuild = { ...build, piston: size - minimum };
  const { cooling } = file.engine;
  const usual = WARMING[cooling];
  const run = (name: WarmUpRun['name'], warming: typeof usual): WarmUpRun => {
    const { points, dip } = warmUp(build, warming, 20);
    return {
      name,
      seconds: points.map((p) => p.t),
      pistonRise: points.map((p) => p.piston),
      wallRise: points.map((p) => p.wall),
      build: points.map((p) => p.clearance - minimum),
      minimum: points.map((p) => warmClearance(reference, p.wall, p.piston) - minimum),
      dip: { seconds: dip.t, at: dip.clearance - minimum },
    };
  };
  return {
    cooling,
    looser: size - piston.value - minimum,
    runs: [run('gentle', usual), run('harsh', { piston: harsh(usual.piston), wall: usual.wall })],
  };
}
