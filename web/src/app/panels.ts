import { bearingsPanels } from '../bearings/index.js';
import { crankPanels } from '../crank/index.js';
import type { PanelEntry } from '../job/index.js';
import { valvesPanels } from '../valves/index.js';

/** What rooms show at stations that are not theirs. A room that brings some adds its line. */
export const PANELS: readonly PanelEntry[] = [...crankPanels, ...bearingsPanels, ...valvesPanels];
