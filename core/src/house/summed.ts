import type { JobFile } from '../job/index.js';
import type { Room } from '../verdicts/index.js';
import { HOUSE } from './house.js';

/** What every room keeps beside a job for the other jobs of the shop, by its name; null where none has anything. */
export function summedUp(
  file: JobFile,
  rooms: readonly Room[] = HOUSE,
): Readonly<Record<string, unknown>> | null {
  const kept = rooms.flatMap((r) => {
    const of = r.summary?.(file) ?? null;
    return of === null ? [] : [[r.name, of] as const];
  });
  return kept.length === 0 ? null : Object.fromEntries(kept);
}
