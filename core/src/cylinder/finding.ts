import { integer, measured, object, oneOf, orNull } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';
import { entryKind, type EntryOf, angle, cylinder, size } from '../ledger/index.js';
import { onCylinder, onWall } from './places/onSheet.js';

/** What each finding is called; `clean` withdraws what was found on a cylinder before it. */
export const FINDINGS = {
  score: 'score',
  scuff: 'scuffing',
  pitting: 'pitting',
  flaking: 'flaking plating',
  bare: 'bare aluminium',
  crack: 'crack',
  clean: 'wall is clean',
} as const;
export type FindingKind = keyof typeof FINDINGS;
/** Whether a fingernail drawn across it catches, or only feels it. */
export type Nail = 'catches' | 'slides';

/** Something seen or felt on a wall. */
export const FINDING = entryKind(
  'finding',
  {
    cylinder,
    what: oneOf(...(Object.keys(FINDINGS) as FindingKind[])),
    /** Where on the wall: depth from the deck, direction over the whole turn; null when not noted. */
    place: orNull(object({ depth: size, angle })),
    /** How deep, radial from the worn wall, nm; null when not measured. */
    deep: orNull(measured('length', integer<Nanometres>(0, 10_000_000))),
    /** What a fingernail says of it; null when it was not tried. */
    nail: orNull(oneOf('catches', 'slides')),
  },
  {
    optional: ['nail'],
    read: (sent, { engine }) => {
      onCylinder(engine, sent.cylinder, '/cylinder');
      if (sent.place) onWall(engine, sent.place.depth, '/place/depth');
    },
  },
);
export type FindingEntry = EntryOf<typeof FINDING>;
