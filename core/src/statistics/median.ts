// Taken once: in the loops below looking them up each time is most of the time.
const { sqrt } = Math;
/** Median of at least one number. */
export function median(values: readonly number[]): number {
  // Numbers sort themselves: asking a function which of two comes first costs ten times as much.
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/** Arithmetic mean of at least one number, centred first so that sizes near 77 mm lose no digits. */
export function mean(values: readonly number[]): number {
  const base = values[0] ?? NaN;
  return base + values.reduce((sum, v) => sum + (v - base), 0) / values.length;
}

/** Sample standard deviation (n − 1) of at least two numbers. */
export function sampleSd(values: readonly number[]): number {
  const m = mean(values);
  return sqrt(values.reduce((sum, v) => sum + (v - m) ** 2, 0) / (values.length - 1));
}
