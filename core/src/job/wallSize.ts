import { workOf } from '../cylinder/index.js';
import { wallOf } from './fitted.js';
import type { JobFile } from './jobFile.js';

/**
 * Oversize the walls are at, nm: that of the kit they were made for last, the largest of the cylinders; 0 for the standard
 * bore. A wall may have come in at it.
 */
export const wallSize = (file: Pick<JobFile, 'engine' | 'log'>): number =>
  file.engine.cylinders.reduce((most, _, i) => {
    const kit = file.engine.kits.find((k) => k.id === wallOf(file, i)?.kitId);
    return Math.max(most, kit?.oversize ?? 0);
  }, 0);

/** Every oversize the walls have been at, the standard bore among them: a decision is held against the wall of its time. */
export const wallSizes = (file: Pick<JobFile, 'engine' | 'log'>): ReadonlySet<number> =>
  new Set([
    0,
    ...workOf(file.log).flatMap(
      ({ entry }) => file.engine.kits.find((k) => k.id === entry.kitId)?.oversize ?? [],
    ),
  ]);
