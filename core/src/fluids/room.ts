import type { Room } from '../verdicts/index.js';
import { FLUIDS } from './sheets.js';
import { fluidWants } from './wants.js';

/** What goes into an engine before it runs. */
export const fluids: Room = { name: 'fluids', station: 'hand-over', sheets: [FLUIDS], wants: fluidWants };
