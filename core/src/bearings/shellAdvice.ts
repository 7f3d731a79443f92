import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { governingFor } from '../verdicts/index.js';
import { chooseShells, type ShellChoice } from './chooseShells.js';
import { roomIn, shellsIn } from './clearances.js';
import { CODES_READ } from './entries.js';
import { bearingsOf, rowOf } from './measures.js';
import type { Coded, Row } from './sheets.js';

const middleOf = (c: Coded): number => (c.low + c.high) / 2;

/** Shells proposed for a row: from sizes where every bearing was read, else from the codes. */
export interface ShellAdvice {
  readonly row: Row;
  readonly by: 'size' | 'code';
  readonly bearings: readonly {
    readonly key: string;
    readonly name: string;
    /** Colours there now; null where nobody said. */
    readonly now: readonly [string, string] | null;
    readonly wanted: readonly [string, string];
    /** Clearance the wanted ones leave, nm. */
    readonly clearance: number;
    /** Clearance those there now leave, nm; null where nobody said which. */
    readonly clearanceNow: number | null;
  }[];
  readonly choice: ShellChoice;
  readonly range: { readonly low: number; readonly high: number };
}

/** What lies between housing and journal of one bearing, nm: as it was read, else as its codes say; null for neither. */
function roomFor(file: JobFile, row: Row, key: string, by: 'size' | 'code', unit: LengthUnit): number | null {
  if (by === 'size') {
    const bearing = bearingsOf(file.engine, row).find((b) => b.key === key)!;
    const { complete, tightest, loosest } = roomIn(file, row, bearing, unit);
    return complete && tightest && loosest ? (tightest.value + loosest.value) / 2 : null;
  }
  const sheet = rowOf(file.engine, row)!;
  const codes = CODES_READ.in(file.log).findLast((c) => c.row === row && c.bearing === key);
  const h = sheet.housings.find((c) => c.code === codes?.housing);
  const j = sheet.journals.find((c) => c.code === codes?.journal);
  return h && j ? middleOf(h) - middleOf(j) : null;
}

/**
 * Shells for a whole row at once, verified by measuring after they are fitted. Null where neither sizes nor codes of
 * every bearing are known, or no range for new parts is on file.
 */
export function shellAdvice(file: JobFile, row: Row, unit: LengthUnit): ShellAdvice | null {
  const sheet = rowOf(file.engine, row);
  const bearings = bearingsOf(file.engine, row);
  if (!sheet || bearings.length === 0 || sheet.shells.length === 0) return null;
  const feature = row === 'main' ? 'crank.journal-clearance' : 'crank.pin-clearance';
  const governed = governingFor(file, feature, ['new'], 'max');
  if (governed.status !== 'governed') return null;
  const { low, high } = governed.limit;
  if (low === null || high === null) return null;
  for (const by of ['size', 'code'] as const) {
    const rooms = bearings.map((b) => roomFor(file, row, b.key, by, unit));
    if (rooms.some((r) => r === null)) continue;
    const choice = chooseShells(rooms as number[], sheet.shells, { low, high });
    if (!choice) return null;
    const colour = (i: number) => sheet.shells[i]!.colour;
    const thickness = (name: string) => sheet.shells.find((s) => s.colour === name)?.thickness ?? 0;
    return {
      row,
      by,
      choice,
      range: { low, high },
      bearings: bearings.map((b, i) => {
        const there = shellsIn(file, row, b.key);
        const pair = choice.pairs[i]!;
        return {
          key: b.key,
          name: b.name,
          now: there ? [there.upper, there.lower] : null,
          wanted: [colour(pair.first), colour(pair.second)],
          clearance: pair.clearance,
          clearanceNow: there ? rooms[i]! - thickness(there.upper) - thickness(there.lower) : null,
        };
      }),
    };
  }
  return null;
}
