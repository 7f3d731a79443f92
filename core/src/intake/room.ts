import type { Room } from '../verdicts/index.js';
import { HAS_NOT } from '../specs/index.js';
import { CODES } from './codes.js';

/** What came in: which engine it is, and where that can be read. */
export const intake: Room = { name: 'intake', station: 'intake', sheets: [CODES, HAS_NOT] };
