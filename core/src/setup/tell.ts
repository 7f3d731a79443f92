import { BUILD_SAID, type JobFile } from '../job/index.js';
import { STACK_LAID } from '../cylinder/index.js';
import type { AnyEntry } from '../ledger/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { buildText } from '../specs/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';
import { capital } from '../verdicts/index.js';
import { CAM_EVENTS, CAM_TIMED } from './camTiming.js';
import { SHIM_FROM, SHIM_IN, SHIMS_THERE } from './shimEntries.js';

/** What an entry of setting up says in the history of its job; null where it is not of this room. */
export function tell(entry: AnyEntry, { engine }: Pick<JobFile, 'engine'>, unit: LengthUnit): string | null {
  const size = (t: number): string => withUnit(nm(t), { unit, step: unit === 'mm' ? 1_000 : 2_540 });
  if (STACK_LAID.is(entry))
    return `${capital(entry.where)} gaskets: ${entry.gaskets.length === 0 ? 'none' : entry.gaskets.join(', ')}`;
  if (BUILD_SAID.is(entry)) return `Built of ${buildText(entry)}`;
  if (CAM_TIMED.is(entry)) return `${capital(CAM_EVENTS[entry.event])}: ${entry.degrees}°`;
  if (SHIM_IN.is(entry)) {
    const valve = thingsOfKind('valve-intake', 'valve-exhaust')(engine).find((t) => t.key === entry.valve);
    return `Shim under ${valve?.name ?? entry.valve}: ${size(entry.thickness)}, ${SHIM_FROM[entry.from]}`;
  }
  if (SHIMS_THERE.is(entry)) return `Shims on the shelf: ${entry.shims.map(size).join(', ') || 'none'}`;
  return null;
}
