import { lazy } from 'react';
import type { PanelEntry } from '../job/index.js';

/** The washer that is in stands where the valves are set up: both are reached through the same cover. */
export const panels: readonly PanelEntry[] = [
  { at: 'top/valves', Panel: lazy(async () => ({ default: (await import('./Washer.js')).Washer })) },
];
