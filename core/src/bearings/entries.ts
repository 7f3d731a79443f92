import { entryKind, OffSheet, Refused, size, type EntryOf } from '../ledger/index.js';
import { boolean, oneOf, orNull, text } from '../shape/index.js';
import type { EngineSpec } from '../specs/index.js';
import { bearingsOf, rowOf } from './measures.js';
import { ROWS, type Row } from './sheets.js';

const row = oneOf(...(Object.keys(ROWS) as Row[]));
const bearing = text(40);

function onRow(engine: EngineSpec, of: Row, key: string): void {
  if (!bearingsOf(engine, of).some((b) => b.key === key))
    throw new Refused('/bearing', `This engine has no such bearing among its ${ROWS[of]}.`);
}

/** Codes stamped on a housing and its journal, as they were read off. */
export const CODES_READ = entryKind(
  'bearing-codes',
  { row, bearing, housing: text(12), journal: text(12) },
  {
    read: (sent, { engine }) => {
      onRow(engine, sent.row, sent.bearing);
      const sheet = rowOf(engine, sent.row);
      if (!sheet?.housings.some((c) => c.code === sent.housing))
        throw new OffSheet(
          '/housing',
          `The sheet knows ${sheet?.housings.map((c) => c.code).join(', ') ?? 'no codes'} on the housing.`,
        );
      if (!sheet.journals.some((c) => c.code === sent.journal))
        throw new OffSheet(
          '/journal',
          `The sheet knows ${sheet.journals.map((c) => c.code).join(', ')} on the journal.`,
        );
    },
  },
);

/** Which shells lie in a bearing, by colour. */
export const SHELLS_IN = entryKind(
  'shells-in',
  { row, bearing, upper: text(30), lower: text(30), fitted: boolean },
  {
    read: (sent, { engine }) => {
      onRow(engine, sent.row, sent.bearing);
      for (const [path, colour] of [
        ['/upper', sent.upper],
        ['/lower', sent.lower],
      ] as const)
        if (!rowOf(engine, sent.row)?.shells.some((s) => s.colour === colour))
          throw new OffSheet(path, `The sheet has no ${colour} shell for that row.`);
    },
  },
);

/** A plastic strip squeezed in a bearing: its width lies between two marks of its own scale. */
export const PLASTIC_STRIP = entryKind(
  'plastic-strip',
  {
    row,
    bearing,
    /** Clearance of the wider mark, which is the less, nm; null where it is wider than every mark. */
    low: orNull(size),
    /** Clearance of the narrower mark, nm; null where it is narrower than every mark. */
    high: orNull(size),
    turned: boolean,
  },
  {
    read: (sent, { engine }) => {
      onRow(engine, sent.row, sent.bearing);
      if (sent.turned)
        throw new Refused(
          '/turned',
          'The shaft was turned on it: it is smeared wide. Clean, lay another strip, turn nothing.',
        );
      if (sent.low === null && sent.high === null)
        throw new Refused('/low', 'Between which marks does it lie?');
      if (sent.low !== null && sent.high !== null && sent.low >= sent.high)
        throw new Refused(
          '/high',
          'The wider the strip, the less the clearance: the marks are the other way round.',
        );
    },
  },
);

export const BEARING_KINDS = [CODES_READ, SHELLS_IN, PLASTIC_STRIP] as const;
export type ShellsIn = EntryOf<typeof SHELLS_IN>;
