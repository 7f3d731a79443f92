import { entryKind, Refused, type EntryOf } from '../ledger/index.js';
import { thingsOfKind } from '../measurands/index.js';
import { integer, list, measured, oneOf, text } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';

const thickness = measured('length', integer<Nanometres>(100_000, 20_000_000));

/** Where a shim may come from. Out of this engine or off the shelf it was measured; a bought one is, once it is here. */
export const SHIM_FROM = {
  engine: 'out of this engine',
  shelf: 'off the shelf',
  bought: 'bought',
} as const;
export type ShimFrom = keyof typeof SHIM_FROM;

/** Another shim went under a valve: its clearance, its shim and its room to the piston are read again, no other's. */
export const SHIM_IN = entryKind(
  'shim-in',
  {
    /** The valve, as its measures name it. */
    valve: text(60),
    /** As it was measured; of a bought one as it is marked. */
    thickness,
    from: oneOf('engine', 'shelf', 'bought'),
  },
  {
    read: (sent, { engine }) => {
      if (!thingsOfKind('valve-intake', 'valve-exhaust')(engine).some((t) => t.key === sent.valve))
        throw new Refused('/valve', `This engine has no such valve: “${sent.valve}”.`);
    },
  },
);
export type ShimIn = EntryOf<typeof SHIM_IN>;

/** Shims that lie on the shelf for this engine, each as it was measured. The last one said stands. */
export const SHIMS_THERE = entryKind('shims-there', { shims: list(thickness, 0, 200) });
