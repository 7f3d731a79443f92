import { integer, number, pattern, text } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';

/** Fields that entries of every kind are made of. */

/** Ten metres either way: what the parser takes, nm. */
export const length = integer<Nanometres>(-10_000_000_000, 10_000_000_000);
/** A size within a metre, nm. */
export const size = integer<Nanometres>(0, 1_000_000_000);
/** Degrees of one turn. */
export const angle = number(0, 359.999);
/** Index into the engine's cylinders. */
export const cylinder = integer(0, 11);
export const time = pattern('^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$', 'an ISO time in UTC');
export const day = pattern('^\\d{4}-\\d{2}-\\d{2}$', 'a day YYYY-MM-DD');
export const name = text(200);
/** A figure as typed at a gauge; what it says is for the parser. */
export const typed = text(48);
