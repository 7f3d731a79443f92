import { bodyMisfits, list, object, type SentEntry, type Shape } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, utcTime } from '../kit/rules.js';

/** Entries that go up together. */
const MOST_ENTRIES_SENT = 200;

/** An entry of any kind of the house, as a screen sends it: by the one description its kind has. */
const entry: Shape<SentEntry> = {
  schema: { $ref: '#/components/schemas/SentEntry' },
  made: { as: 'record', fields: {}, optional: {} },
  check: (v, path) => {
    const found = bodyMisfits(v).map((m) => ({ ...m, path: `${path}${m.path}` }));
    if (found.length > 0) return found;
    const { id, at } = v as SentEntry;
    return [...clientId.check(id, `${path}/id`), ...utcTime.check(at, `${path}/at`)];
  },
  renamed: (v) => v,
};

/** Entries to append, in order. Sending the same ids again changes nothing. */
export class AppendLog extends body(object({ entries: list(entry, 1, MOST_ENTRIES_SENT) })) {}
