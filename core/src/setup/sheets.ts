import { list, measured, integer, object, oneOf, orNull, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';

const thickness = measured('length', integer<Nanometres>(1, 20_000_000));

const GASKET = object({
  name: text(80),
  where: oneOf('base', 'head', 'cover', 'exhaust', 'intake'),
  /** As it is once clamped; of a fibre one that nobody gave, 0.9 of what it measures. */
  thickness,
  made: oneOf('metal', 'fibre', 'rubber'),
  /** Which way round it lies, and what is seen through it; empty where the sheet is silent. */
  lies: text(200),
  source: SOURCE,
});
export type Gasket = Of<typeof GASKET>;

/** Gaskets of an engine by place and thickness: what a stack is made of. */
export const GASKETS = sheetPart(
  'gaskets',
  { gaskets: list(GASKET, 0, 60) },
  {
    title: 'Gaskets',
    words: {
      gaskets: 'gaskets, each thickness by itself',
      thickness: 'thickness once clamped',
      made: 'made of',
      lies: 'which way round',
    },
  },
);

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

/** Shims that can be had: from, to, in steps of. */
export const SHIMS = sheetPart(
  'shims',
  { shims: list(SHIM, 0, 20) },
  {
    title: 'Shims',
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
