import { systemOf } from '../cylinder/index.js';
import { formatLength, nm, type LengthUnit } from '../units/index.js';
import type { PlaceState } from './readingsState.js';

/**
 * The figure of a station as it is printed: at 20 °C, no finer than its gauge shows, one digit more where it
 * is a mean of repeats; one that was typed comes back with the digits it was typed with. Null while every reading there waits for an answer.
 */
export function placeFigure(
  state: Pick<PlaceState, 'result' | 'step' | 'readings'>,
  unit: LengthUnit,
): string | null {
  if (!state.result) return null;
  const extra = state.readings.length > 1 && state.step > 1_000 ? 1 : 0;
  const value = nm(state.result.estimate.value);
  const [only] = state.readings.length === 1 ? state.readings : [];
  // Brought to another temperature it is another figure: that one has no digits anybody typed.
  const typed = only && Math.abs(only.entry.value - value) < 1 && systemOf(only.entry.unit) === unit;
  return formatLength(value, {
    unit,
    step: typed ? Math.min(state.step, only.entry.step) : state.step,
    extra,
  });
}
