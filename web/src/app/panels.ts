import type { PanelEntry } from '../job/index.js';

/** What rooms show at stations that are not theirs: whatever stands in a `panels.ts`. */
export const PANELS: readonly PanelEntry[] = Object.values(
  import.meta.glob<{ readonly panels: readonly PanelEntry[] }>('../*/panels.ts', { eager: true }),
).flatMap((room) => room.panels);
