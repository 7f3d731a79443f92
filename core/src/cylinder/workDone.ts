import { object, oneOf, orNull, ref, text } from '../shape/index.js';
import { neverDone, type WallWork } from '../specs/index.js';
import { entryKind, Refused, type EntryOf, cylinder, size } from '../ledger/index.js';
import { onCylinder, onKit } from './places/onSheet.js';
import { resizes, WORK_KINDS, type WorkKind } from './workTable.js';

const WALL_WORK: Partial<Record<WorkKind, WallWork>> = {
  bored: 'bore',
  honed: 'hone',
  replated: 'replate',
  sleeved: 'sleeve',
};

/** Work done on a part between readings: what it reopens has to be read again. */
export const WORK_DONE = entryKind(
  'work',
  {
    what: oneOf(...WORK_KINDS),
    /** Cylinder worked on; null for work on all of them. */
    cylinder: orNull(cylinder),
    /** Kit it was done for. */
    kitId: orNull(ref('kit')),
    /** Finished size that was asked for, and the shape it must keep, nm; null for a shape nobody asked for. */
    ticket: orNull(object({ low: size, high: size }, { round: orNull(size), taper: orNull(size) })),
    text: text(),
  },
  {
    read: (sent, { engine }) => {
      if (sent.cylinder !== null) onCylinder(engine, sent.cylinder, '/cylinder');
      onKit(engine, sent.kitId, '/kitId');
      if (sent.ticket && sent.ticket.low >= sent.ticket.high)
        throw new Refused('/ticket', 'The ticket must run from low to high.');
      const never = WALL_WORK[sent.what] && neverDone(engine.wall, WALL_WORK[sent.what]!);
      // A hone that somebody held to it is written down as it was; one to a size is sent to nobody.
      if (never && (sent.what !== 'honed' || sent.ticket)) throw new Refused('/what', never);
      if (sent.ticket && !resizes(sent.what))
        throw new Refused('/ticket', 'A ticket belongs to work that makes a wall of another size.');
    },
  },
);
export type WorkEntry = EntryOf<typeof WORK_DONE>;
