import { list, measured, integer, object, oneOf, orNull, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { shimLine } from './shimLine.js';

const thickness = measured('length', integer<Nanometres>(1, 20_000_000));

const SHIM = object({
  name: text(80),
  of: oneOf('valve', 'crank', 'gearbox', 'clutch'),
  /** Across, nm; null where the sheet is silent. */
  diameter: orNull(measured('length', integer<Nanometres>(1, 200_000_000))),
  from: thickness,
  to: thickness,
  step: thickness,
  source: SOURCE,
});

export type ShimSet = Of<typeof SHIM>;

/** Shims that can be had: from, to, in steps of. */
export const SHIMS = sheetPart(
  'shims',
  { shims: list(SHIM, 0, 20) },
  {
    title: 'Shims',
    lines: [shimLine],
    words: {
      shims: 'sets that can be had',
      of: 'for',
      from: 'from',
      to: 'to',
      step: 'in steps of',
      diameter: 'across',
    },
  },
);
