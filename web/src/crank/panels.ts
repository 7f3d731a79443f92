import { lazy } from 'react';
import type { PanelEntry } from '../job/index.js';

/** The bow of the crank stands beside the dial that reads it. */
export const panels: readonly PanelEntry[] = [
  {
    at: 'measure/crank',
    Panel: lazy(async () => ({ default: (await import('./RunOutBow.js')).RunOutBow })),
  },
];
