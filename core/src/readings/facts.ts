import { fact } from '../job/index.js';
import { standingReadings } from './standingReadings.js';

/** The readings of a job that stand, with the questions open about them. */
export const readingsOf = fact('readingsOf', standingReadings);
