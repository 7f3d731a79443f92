import type { LengthUnit } from '../units/index.js';
import type { JobFile } from './jobFile.js';

/**
 * A fact of a job, worked once per file and kept as long as the file is: rooms ask each other for facts by the
 * file alone.
 */
export function derived<T>(work: (file: JobFile) => T): (file: JobFile) => T {
  const known = new WeakMap<JobFile, { readonly value: T }>();
  return (file) => {
    const before = known.get(file);
    if (before) return before.value;
    const value = work(file);
    known.set(file, { value });
    return value;
  };
}

/** A fact that speaks in the reader's unit, once per file and unit. */
export function derivedIn<T>(
  work: (file: JobFile, unit: LengthUnit) => T,
): (file: JobFile, unit: LengthUnit) => T {
  const mm = derived((file) => work(file, 'mm'));
  const inch = derived((file) => work(file, 'in'));
  return (file, unit) => (unit === 'mm' ? mm(file) : inch(file));
}
