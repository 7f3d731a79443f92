import { um, type Nanometres } from '../units/index.js';

/** A screw thread of a standard series. */
export interface Thread {
  readonly name: string;
  /** Nominal outside diameter, nm. */
  readonly diameter: Nanometres;
  /** Advance of one turn, nm. */
  readonly pitch: Nanometres;
}

const metric = (d: number, ...pitches: number[]): Thread[] =>
  pitches.map((p) => ({ name: `M${d} × ${p}`, diameter: um(d * 1000), pitch: um(p * 1000) }));

const INCH = 25_400_000;
const unified = (name: string, inches: number, ...turns: number[]): Thread[] =>
  turns.map((n) => ({
    name: `${name}-${n}`,
    diameter: Math.round(inches * INCH) as Nanometres,
    pitch: Math.round(INCH / n) as Nanometres,
  }));

/** Threads met on small engines: ISO metric coarse and fine (ISO 261), unified coarse and fine (ASME B1.1). */
export const THREADS: readonly Thread[] = [
  ...metric(3, 0.5),
  ...metric(4, 0.7),
  ...metric(5, 0.8),
  ...metric(6, 1),
  ...metric(7, 1),
  ...metric(8, 1.25, 1),
  ...metric(10, 1.5, 1.25, 1),
  ...metric(12, 1.75, 1.5, 1.25, 1),
  ...metric(14, 2, 1.5, 1.25),
  ...metric(16, 2, 1.5),
  ...metric(18, 2.5, 1.5),
  ...metric(20, 2.5, 1.5),
  ...unified('#8', 0.164, 32, 36),
  ...unified('#10', 0.19, 24, 32),
  ...unified('1/4', 0.25, 20, 28),
  ...unified('5/16', 0.3125, 18, 24),
  ...unified('3/8', 0.375, 16, 24),
  ...unified('7/16', 0.4375, 14, 20),
  ...unified('1/2', 0.5, 13, 20),
];

/** A bolt measures this much less than its name, at most: outside threads are cut under size. */
const UNDER = 350_000;
const OVER = 30_000;
/** A pitch gauge tells this much. */
const PITCH = 60_000;

/**
 * Which thread a fastener has, from its outside diameter and pitch, the nearest first. An outside thread is made
 * a little under its nominal size, never over.
 * @param diameter over the crests, nm
 * @param pitch    by a pitch gauge, or length over turns, nm; null where nobody took it
 * @example threadsLike(5.87e6, 1e6)[0]?.name // 'M6 × 1'
 */
export function threadsLike(diameter: number, pitch: number | null): readonly Thread[] {
  const off = (t: Thread): number =>
    Math.abs(t.diameter - UNDER / 3 - diameter) / UNDER +
    (pitch === null ? 0 : Math.abs(t.pitch - pitch) / PITCH);
  return THREADS.filter(
    (t) =>
      diameter <= t.diameter + OVER &&
      diameter >= t.diameter - UNDER &&
      (pitch === null || Math.abs(t.pitch - pitch) <= PITCH),
  ).sort((a, b) => off(a) - off(b));
}
