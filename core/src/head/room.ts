import {
  oneFigure,
  roomOf,
  type MeasuringRoom,
  SIX_LINES,
  thingsOfKind,
  type Measurand,
} from '../measurands/index.js';

/** A good straightedge is true to this, nm: it is no better than the leaves under it. */
const STRAIGHTEDGE = 2_000;

const flat = {
  sense: 'gap',
  how: 'largest',
  sides: ['max'],
  spots: SIX_LINES,
  material: 'aluminium-cylinder',
  slack: STRAIGHTEDGE,
  held: 'face clean and dry, straightedge on its edge, a leaf under it along the whole line',
  definition: 'the thickest leaf that goes under a straightedge on any of six lines',
} as const;

export const HEAD_MEASURES: readonly Measurand[] = [
  oneFigure({
    ...flat,
    part: 'head.flatness',
    name: 'flatness',
    feature: 'head.flatness',
    things: thingsOfKind('head'),
  }),
  oneFigure({
    ...flat,
    part: 'head.deck',
    name: 'top, flatness',
    feature: 'head.deck-flatness',
    things: thingsOfKind('cylinder'),
  }),
];

/** Head and the face it sits on. */
export const head: MeasuringRoom = { ...roomOf('head', 'Head', HEAD_MEASURES) };
