import { list, oneOf, ref, text } from '../shape/index.js';
import { GASKETS } from '../specs/index.js';
import { entryKind, OffSheet, Refused, type EntryOf } from './entryKind.js';

/**
 * Which gaskets lie in a place now: those of the dry fit, or those that were chosen. Another stack than lay there before
 * is a change of gasket, whether or not anybody wrote that down as work.
 */
export const STACK_LAID = entryKind(
  'stack-laid',
  { where: oneOf('base', 'head'), gaskets: list(text(80), 0, 4) },
  {
    read: (sent, { engine }) => {
      const known = GASKETS.of(engine)?.gaskets.filter((g) => g.where === sent.where) ?? [];
      const strange = sent.gaskets.find((name) => !known.some((g) => g.name === name));
      if (strange !== undefined)
        throw new OffSheet('/gaskets', `This engine’s sheet has no such gasket there: “${strange}”.`);
    },
  },
);
export type StackLaid = EntryOf<typeof STACK_LAID>;

/** One of them taken back: it never lay there. */
export const STACK_UNDO = entryKind(
  'stack-undo',
  { of: ref('entry') },
  {
    read: (sent, { known }) => {
      if (known(sent.of)?.kind !== 'stack-laid')
        throw new Refused('/of', 'There is no such gasket in this job.');
    },
  },
);
