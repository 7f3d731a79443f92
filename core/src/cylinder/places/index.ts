import type { PlaceKind } from '../../ledger/index.js';
import { clearancePlace, ringGapPlace } from './gaps.js';
import { pinBorePlace, pinPlace, pistonPlaceKind, smallEndPlace } from './piston.js';
import { borePlace, landPlace } from './wall.js';

/** Kinds of place that several rooms read, in the order they are published. A room may bring others. */
export const LOG_PLACES: readonly PlaceKind[] = [
  borePlace,
  landPlace,
  pistonPlaceKind,
  pinPlace,
  pinBorePlace,
  smallEndPlace,
  clearancePlace,
  ringGapPlace,
];
