import { integer, list, measured, object, oneOf, text, type Of } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';
import { sheetPart } from './sheetPart.js';
import { gasketLine } from './gasketLine.js';
import { SOURCE } from './sourceShape.js';

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
    lines: [gasketLine],
    words: {
      gaskets: 'gaskets, each thickness by itself',
      thickness: 'thickness once clamped',
      made: 'made of',
      lies: 'which way round',
    },
  },
);
