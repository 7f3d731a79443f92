import type { JobFile } from '../job/index.js';
import type { Figure, PartNeeded, Room } from '../verdicts/index.js';
import { HOUSE, inHouse } from './house.js';

/** A part to get, with everything that asks for it. */
export interface PartToGet extends Omit<PartNeeded, 'why' | 'by'> {
  readonly whys: readonly string[];
}

/**
 * Parts that have to be there before assembly: what each room asks for, nothing twice. What two rooms ask for is got
 * once, as many as the one that needs most.
 * @param figures what the rooms found: what is measured past its limit is got as well
 */
export function partsToGet(
  written: JobFile,
  figures: readonly Figure[],
  rooms: readonly Room[] = HOUSE,
): readonly PartToGet[] {
  const file = inHouse(written, rooms);
  const parts = new Map<string, PartToGet>();
  for (const { key, name, count, why } of rooms.flatMap((r) => r.parts?.(file, figures) ?? [])) {
    const known = parts.get(key);
    parts.set(key, {
      key,
      name: known?.name ?? name,
      count: Math.max(count, known?.count ?? 0),
      whys: [...new Set([...(known?.whys ?? []), why])],
    });
  }
  return [...parts.values()];
}
