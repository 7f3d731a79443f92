import { ref } from '../shape/index.js';
import { entryKind, Refused, type EntryOf } from './entryKind.js';
import { BACK } from './ledger.js';

/** Any entry taken back. Both stay in the log; what was taken back never was. */
export const TAKE_BACK = entryKind(
  BACK,
  { of: ref('entry') },
  {
    stays: 'What was taken back is written down anew, if it was so after all.',
    read: (sent, { known, stays }) => {
      const entry = known(sent.of);
      if (!entry) throw new Refused('/of', 'There is nothing like that in this job.');
      const why = stays(entry);
      if (why !== null) throw new Refused('/of', why);
    },
  },
);
export type TakeBack = EntryOf<typeof TAKE_BACK>;
