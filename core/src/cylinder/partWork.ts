import { oneOf, text } from '../shape/index.js';
import { entryKind, Refused, type EntryOf } from '../ledger/index.js';

/** What was done to a part besides cylinder, piston and rings, whose work has a table of its own. */
export const PART_WORKS = {
  renewed: 'another one fitted',
  reworked: 'worked on',
  returned: 'back from outside',
} as const;
export type PartWorkKind = keyof typeof PART_WORKS;

/** A part renewed or worked on: what was measured of it before is of another one, or of one that is no more. */
export const PART_WORK = entryKind(
  'part-work',
  {
    /** Of the engine, as its list of parts names it. */
    of: text(80),
    name: text(120),
    what: oneOf(...(Object.keys(PART_WORKS) as PartWorkKind[])),
    text: text(500),
  },
  {
    read: (sent) => {
      if (sent.of.trim() === '') throw new Refused('/of', 'Which part?');
    },
  },
);
export type PartWorkEntry = EntryOf<typeof PART_WORK>;
