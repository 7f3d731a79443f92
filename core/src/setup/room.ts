import type { Room } from '../verdicts/index.js';
import { GASKETS, SHIMS } from './sheets.js';

/** Setting an engine up: what its stack and its lash are made of. */
export const setup: Room = { name: 'setup', station: 'prepare', sheets: [GASKETS, SHIMS] };
