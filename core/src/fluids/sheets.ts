import { list, number, object, oneOf, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import { fluidLine } from './fluidLine.js';

const FLUID = object(
  {
    what: oneOf('engine oil', 'gear oil', 'coolant', 'fuel', 'two-stroke mix', 'fork or shock oil', 'grease'),
    /** Which of these engines it is of, where sisters differ; empty for all. */
    of: text(80),
    grade: text(80),
    /** cm³; 0 where it is filled to a mark alone. */
    amount: number(0, 20_000),
    /** How its level is read on this variant. */
    level: text(200),
    /** How air is let out of it; empty where nothing is. */
    bleed: text(200),
    source: SOURCE,
  },
  {
    /** The amount as its document prints it, where that is in another unit. */
    printed: text(40),
  },
);
export type Fluid = Of<typeof FLUID>;

/** What goes in, how much, and how its level is read on this variant. */
export const FLUIDS = sheetPart(
  'fluids',
  { fluids: list(FLUID, 0, 20) },
  {
    title: 'Fluids',
    lines: [fluidLine],
    words: {
      fluids: 'fluids',
      what: 'what',
      of: 'only for',
      amount: 'how much, cm³',
      printed: 'as its document prints it',
      level: 'how its level is read',
      bleed: 'how it is bled',
    },
  },
);
