import { ledgerOf, entryKind, cylinder, Refused, type EntryOf } from '../ledger/index.js';
import { fact, wallOf, type JobFile } from '../job/index.js';
import { onCylinder } from '../cylinder/index.js';
import { integer, measured, orNull, text } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';
import { ANY_SHARE, type Shares } from './cleanup.js';

const depth = measured('length', integer<Nanometres>(0, 5_000_000));

/**
 * Wear of one side, radial: a straight edge laid along the wall from the unworn land, the thickest leaf that goes under
 * it at the deepest place and the thinnest that does not. It tells how the wear is shared, which no two-point gauge can.
 */
export const SIDE_WEAR = entryKind(
  'side-wear',
  { cylinder, goes: depth, doesNot: orNull(depth), where: text(80) },
  {
    read: (sent, { engine }) => {
      onCylinder(engine, sent.cylinder, '/cylinder');
      if (sent.doesNot !== null && sent.doesNot <= sent.goes)
        throw new Refused('/doesNot', 'The leaf that does not go is the thicker one.');
    },
  },
);
export type SideWear = EntryOf<typeof SIDE_WEAR>;

/** The side wear that stands on each cylinder; null where nobody read it, or on a wall that is another since. */
export const sideWears = fact('sideWears', (file: JobFile): readonly (SideWear | null)[] => {
  const { at } = ledgerOf(file.log);
  return file.engine.cylinders.map((_, i) => {
    const wall = wallOf(file, i);
    return SIDE_WEAR.since(file.log, wall ? at(wall.work.id) : -1).findLast((e) => e.cylinder === i) ?? null;
  });
});

/**
 * Shares of the wear the worse side may hold, from the wear of one side: f = max(w, m − s − w)/(m − s) for every w the
 * leaves leave open.
 * @param wear m − s, wear on diameter, nm
 * @param read null where nobody laid an edge along the wall
 * @example sharesOf(100_000, { goes: 60_000, doesNot: 80_000 }) // { low: 0.6, high: 0.8 }
 */
export function sharesOf(wear: number, read: Pick<SideWear, 'goes' | 'doesNot'> | null): Shares {
  if (!read || wear <= 0) return ANY_SHARE;
  const f = (w: number) => Math.max(w, wear - w) / wear;
  const [low, high] = [Math.min(wear, read.goes), Math.min(wear, read.doesNot ?? wear)];
  const ends = [f(low), f(high)];
  // Between them the share passes ½ where the two sides are worn alike.
  const least = low <= wear / 2 && wear / 2 <= high ? 0.5 : Math.min(...ends);
  return { low: least, high: Math.max(...ends) };
}
