import { roomOf, type MeasuringRoom } from '../measurands/index.js';
import { CRANK_MEASURES } from './measures.js';
import { CRANK_SHEET } from './sheets.js';

/** Crank and rods: run-out, play, float. */
export const crank: MeasuringRoom = {
  ...roomOf('crank', 'Crank and rods', CRANK_MEASURES),
  sheets: [CRANK_SHEET],
  cautions: [
    'A built-up crank is trued, pressed and welded by specialists: its run-out is measured here, not mended.',
  ],
};
