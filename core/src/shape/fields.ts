import type { Nanometres } from '../units/index.js';
import { integer, measured, number, seen, text } from './shape.js';

/** Fields that things of every kind are made of. */

/** Ten metres either way: what the parser takes, nm. */
export const length = measured('length', integer<Nanometres>(-10_000_000_000, 10_000_000_000));
/** A size within a metre, nm. */
export const size = measured('length', integer<Nanometres>(0, 1_000_000_000));
/** Degrees of one turn. */
export const angle = measured('angle', number(0, 359.999));
export const name = text(200);
/** What something is called: never nothing at all. */
export const title = seen(200);
/** A figure as typed at a gauge; what it says is for the parser. */
export const typed = text(48);
