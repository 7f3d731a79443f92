import type { JobFile } from '../job/index.js';

import { governingFor } from '../verdicts/index.js';
import { inspected } from '../inspect/index.js';
import {
  chooseShells,
  clearanceIn,
  type BearingRoom,
  type ShellChoice,
  type ShellPair,
} from './chooseShells.js';
import { roomIn, shellsIn } from './clearances.js';
import { CODES_READ, type ShellsIn } from './entries.js';
import { bearingsOf, rowOf } from './measures.js';
import type { Row, Shell } from './sheets.js';

/** Shells proposed for a row: from sizes where every bearing was read, else from the codes. */
export interface ShellAdvice {
  readonly row: Row;
  readonly by: 'size' | 'code';
  /** `new`: all of them are chosen anew. `swap`: those that are there bring all in. `few`: only the odd ones are got. */
  readonly way: 'new' | 'swap' | 'few';
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
function roomFor(file: JobFile, row: Row, key: string, by: 'size' | 'code'): BearingRoom | null {
  if (by === 'size') {
    const bearing = bearingsOf(file.engine, row).find((b) => b.key === key)!;
    const { complete, tightest, loosest } = roomIn(file, row, bearing);
    return complete && tightest && loosest ? { low: tightest.value, high: loosest.value } : null;
  }
  const sheet = rowOf(file.engine, row)!;
  const codes = CODES_READ.in(file.log).findLast((c) => c.row === row && c.bearing === key);
  const h = sheet.housings.find((c) => c.code === codes?.housing);
  const j = sheet.journals.find((c) => c.code === codes?.journal);
  return h && j ? { low: h.low - j.high, high: h.high - j.low } : null;
}

/** Whether the shells that are there are used again at all. */
const partReplaced = (file: JobFile): boolean =>
  inspected(file).some((i) => i.part.kind.kind === 'shells' && i.is === 'replace');

/**
 * Shells for a row. Where those that are there may be used again, a bearing inside its range keeps its own; the others
 * are brought in by swapping theirs among them where that does it, else by as few new ones as there are bearings out.
 */
function choose(
  rooms: readonly BearingRoom[],
  shells: readonly Shell[],
  range: { readonly low: number; readonly high: number },
  there: readonly (ShellsIn | null)[],
  allNew: boolean,
): { readonly choice: ShellChoice; readonly way: ShellAdvice['way'] } | null {
  const fresh = (): { choice: ShellChoice; way: 'new' } | null => {
    const choice = chooseShells(rooms, shells, range);
    return choice && { choice, way: 'new' };
  };
  const at = (colour: string) => shells.findIndex((s) => s.colour === colour);
  const now = there.map((t, i): ShellPair | null => {
    if (!t) return null;
    const [first, second] = [at(t.upper), at(t.lower)].sort((a, b) => a - b) as [number, number];
    if (first < 0) return null;
    return { first, second, clearance: clearanceIn(rooms[i]!, shells[first]!, shells[second]!).middle };
  });
  if (allNew || now.some((p) => p === null)) return fresh();
  const kept = now as ShellPair[];
  const ends = (p: ShellPair, i: number) => clearanceIn(rooms[i]!, shells[p.first]!, shells[p.second]!);
  const isOut = kept.map((p, i) => {
    const { tightest, loosest } = ends(p, i);
    return tightest < range.low || loosest > range.high;
  });
  const out = rooms.flatMap((_, i) => (isOut[i] ? [i] : []));
  const stock = shells.map(
    (_, c) =>
      out.filter((i) => kept[i]!.first === c).length + out.filter((i) => kept[i]!.second === c).length,
  );
  const outRooms = out.map((i) => rooms[i]!);
  const swapped = chooseShells(outRooms, shells, range, stock);
  const way = swapped?.inside ? 'swap' : 'few';
  const part = swapped?.inside ? swapped : chooseShells(outRooms, shells, range);
  if (!part) return null;
  const pairs = kept.map((p, i) => (isOut[i] ? part.pairs[out.indexOf(i)]! : p));
  const middle = (range.low + range.high) / 2;
  return {
    way,
    choice: {
      pairs,
      worst: Math.max(
        ...pairs.map((p, i) => {
          const { tightest, loosest } = ends(p, i);
          return Math.max(Math.abs(tightest - middle), Math.abs(loosest - middle));
        }),
      ),
      inside: part.inside,
    },
  };
}

/**
 * Shells for a whole row at once, verified by measuring after they are fitted. Null where neither sizes nor codes of
 * every bearing are known, or no range for new parts is on file.
 */
export function shellAdvice(file: JobFile, row: Row): ShellAdvice | null {
  const sheet = rowOf(file.engine, row);
  const bearings = bearingsOf(file.engine, row);
  if (!sheet || bearings.length === 0 || sheet.shells.length === 0) return null;
  const feature = row === 'main' ? 'crank.journal-clearance' : 'crank.pin-clearance';
  const governed = governingFor(file, feature, ['new'], 'max');
  if (governed.status !== 'governed') return null;
  const { low, high } = governed.limit;
  if (low === null || high === null) return null;
  for (const by of ['size', 'code'] as const) {
    const rooms = bearings.map((b) => roomFor(file, row, b.key, by));
    if (rooms.some((r) => r === null)) continue;
    const range = { low, high };
    const there = bearings.map((b) => shellsIn(file, row, b.key));
    const chosen = choose(rooms as BearingRoom[], sheet.shells, range, there, partReplaced(file));
    if (!chosen) return null;
    const { choice, way } = chosen;
    const colour = (i: number) => sheet.shells[i]!.colour;
    // A colour the sheet has no more is as thick as nobody knows.
    const left = (room: BearingRoom, names: readonly string[]): number | null => {
      const [upper, lower] = names.map((name) => sheet.shells.find((s) => s.colour === name));
      return upper && lower ? clearanceIn(room, upper, lower).middle : null;
    };
    return {
      row,
      by,
      way,
      choice,
      range,
      bearings: bearings.map((b, i) => {
        const now = there[i] ?? null;
        const pair = choice.pairs[i]!;
        return {
          key: b.key,
          name: b.name,
          now: now ? [now.upper, now.lower] : null,
          wanted: [colour(pair.first), colour(pair.second)],
          clearance: pair.clearance,
          clearanceNow: now && left(rooms[i]!, [now.upper, now.lower]),
        };
      }),
    };
  }
  return null;
}
