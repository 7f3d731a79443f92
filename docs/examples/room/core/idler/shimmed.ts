import { entryKind } from '../ledger/index.js';
import { integer } from '../shape/index.js';

/** Another thrust washer is under the idler gear. */
export const IDLER_SHIMMED = entryKind('idler-shimmed', {
  /** Thickness of the washer, nm. */
  thick: integer(100_000, 5_000_000),
});
