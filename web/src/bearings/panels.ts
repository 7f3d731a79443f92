import { lazy } from 'react';
import type { PanelEntry } from '../job/index.js';

/** Shells by colour stand above the journals and housings they are chosen from. */
export const panels: readonly PanelEntry[] = [
  {
    at: 'measure/bearings',
    wide: true,
    Panel: lazy(async () => ({ default: (await import('./ShellsPanel.js')).ShellsPanel })),
  },
];
