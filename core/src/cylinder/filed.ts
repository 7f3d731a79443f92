import { integer, oneOf } from '../shape/index.js';
import { entryKind, type EntryOf, cylinder } from '../ledger/index.js';
import { GAPPED_RINGS } from './place.js';
import { onCylinder } from './places/onSheet.js';

/** What a ring is filed with; a pass is turns of a bench grinder or strokes of a hand file. */
export const FILING_TOOLS = { grinder: 'bench grinder', file: 'hand file' } as const;
export type FilingTool = keyof typeof FILING_TOOLS;

/** One pass at the end of a ring. Filing only ever opens: readings of its gap before it bound it from below alone. */
export const FILED = entryKind(
  'filed',
  {
    cylinder,
    ring: oneOf(...GAPPED_RINGS),
    tool: oneOf(...(Object.keys(FILING_TOOLS) as FilingTool[])),
    /** Turns or strokes of this pass. */
    strokes: integer(1, 400),
  },
  { read: (sent, { engine }) => onCylinder(engine, sent.cylinder, '/cylinder') },
);
export type FiledEntry = EntryOf<typeof FILED>;
