import { readFileSync } from 'node:fs';

/** Resident memory of a process in MB; null once it is gone. */
export function memoryOf(pid) {
  try {
    return Math.round(Number(/VmRSS:\s+(\d+)/u.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024);
  } catch {
    return null;
  }
}

/** Least squares through points: slope and its standard error. NaN with fewer than three. */
export function slope(points) {
  const n = points.length;
  if (n < 3) return { b: Number.NaN, se: Number.NaN };
  const mean = (of) => points.reduce((sum, p) => sum + of(p), 0) / n;
  const [mx, my] = [mean((p) => p[0]), mean((p) => p[1])];
  const sxx = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  const b = points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / sxx;
  const rest = points.reduce((sum, [x, y]) => sum + (y - my - b * (x - mx)) ** 2, 0);
  return { b, se: Math.sqrt(rest / (n - 2) / sxx) };
}
