import { lazy } from 'react';
import type { PanelEntry } from '../job/index.js';

/** Every valve with its clearance and its shim, where they are set up. */
export const panels: readonly PanelEntry[] = [
  {
    at: 'top/valves',
    Panel: lazy(async () => ({ default: (await import('./ValvesSet.js')).ValvesSet })),
  },
];
