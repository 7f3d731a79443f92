import { placesRead } from './placeState.js';
import { clearanceStates, fittedPiston, nominalOf, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import { nm, type Nanometres } from '../units/index.js';
import { governingFor } from '../verdicts/index.js';
import { pistonPlace } from './plan.js';

/**
 * Size to set a comparator to for one bore: the measured piston and the middle of its clearance, so that the
 * needle reads bore − wanted; without a measured piston the size the sheets lead one to expect.
 */
export function suggestedZero(
  file: JobFile,
  cylinder: number,
): { readonly value: Nanometres; readonly from: 'piston' | 'nominal' } {
  const { kit } = fittedPiston(file, cylinder);
  const piston = placesRead(file).get(placeKey(pistonPlace(cylinder, kit?.id ?? null)))?.result?.estimate;
  const maker = kit?.maker ?? file.job.fitted.piston;
  const fresh = governingFor(
    file,
    'clearance',
    ['new', ...clearanceStates(file, cylinder, 'min')],
    'min',
    maker,
  );
  if (kit && piston && fresh.status === 'governed' && fresh.limit.low !== null) {
    const { low, high } = fresh.limit;
    return { value: nm(piston.value + (low + (high ?? low)) / 2), from: 'piston' };
  }
  return { value: nominalOf(file, { part: 'bore', cylinder, depth: nm(0), angle: 0 }), from: 'nominal' };
}
