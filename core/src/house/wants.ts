import type { JobFile } from '../job/index.js';
import type { Room, Want } from '../verdicts/index.js';
import { HOUSE } from './house.js';

/**
 * What of the engine's sheet is not on file and is wanted by some rooms in a job, the first to be asked first.
 * @param names rooms by their names
 */
export const wantsOf = (
  file: JobFile,
  names: readonly string[],
  rooms: readonly Room[] = HOUSE,
): readonly Want[] => {
  const all = rooms.filter((r) => names.includes(r.name)).flatMap((r) => r.wants?.(file) ?? []);
  // What several rooms want is asked once.
  return all.filter((w, i) => all.findIndex((o) => o.key === w.key) === i);
};
