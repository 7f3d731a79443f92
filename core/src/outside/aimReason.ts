import type { Firm } from '../job/index.js';
import { formatLength, nm, type LengthUnit } from '../units/index.js';

/** Why a firm is asked for a size outside the one that is wanted; null where it is asked for one inside. */
export function aimReason(
  {
    low,
    high,
    aim,
  }: { readonly low: number | null; readonly high: number | null; readonly aim: number | null },
  firm: Firm | null,
  unit: LengthUnit,
): string | null {
  if (low === null || high === null || aim === null || (aim >= low && aim <= high)) return null;
  const { bias, returns } = firm?.learned ?? { bias: 0, returns: 0 };
  const by = formatLength(nm(Math.round(Math.abs(bias))), { unit, step: unit === 'mm' ? 1_000 : 2_540 });
  const which = aim < low ? 'below' : 'above';
  return returns === 0
    ? `The aim lies ${which} the size on purpose.`
    : `The aim lies ${which} the size on purpose: your last ${returns} came back ${by} ${unit} ${bias > 0 ? 'over' : 'under'}.`;
}
