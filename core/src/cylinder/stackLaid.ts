import { list, oneOf, text } from '../shape/index.js';
import { GASKETS } from '../specs/index.js';
import { entryKind, OffSheet, type EntryOf } from '../ledger/index.js';

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
