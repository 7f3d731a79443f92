import { formatLength, nm, type LengthUnit } from '../units/index.js';
import type { PlaceState } from './standingReadings.js';

/**
 * The figure of a station as it is printed: at 20 °C, no finer than its gauge shows, one digit more where it
 * is a mean of repeats. Null while every reading there waits for an answer.
 */
export function placeFigure(
  state: Pick<PlaceState, 'result' | 'step' | 'readings'>,
  unit: LengthUnit,
): string | null {
  if (!state.result) return null;
  const extra = state.readings.length > 1 && state.step > 1_000 ? 1 : 0;
  return formatLength(nm(state.result.estimate.value), { unit, step: state.step, extra });
}
