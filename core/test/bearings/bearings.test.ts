import fc from 'fast-check';
import {
  chooseShells,
  CODES_READ,
  judgeJob,
  LOOKED,
  mm,
  PART_WORK,
  PLASTIC_STRIP,
  reportOf,
  shellAdvice,
  SHELLS_IN,
  shellsIn,
  shellsToBuy,
  timelineOf,
  um,
  type Figure,
  type ShellColour,
  inHouse,
  readJobFile,
  type JobFile,
} from '@tribos/core';
import { asked, take } from '../measurands/support.js';
import type { Book } from '../strip/support.js';

const SHELLS: readonly ShellColour[] = ['chalk', 'amber', 'rose', 'moss', 'slate'].map((colour, k) => ({
  colour,
  thickness: mm(Number((1.487 + 0.003 * k).toFixed(3))),
}));
const RANGE = { low: um(20), high: um(44) };
const figure = (book: Book, key: string): Figure => judgeJob(book.file()).items.find((i) => i.key === key)!;

/** Every way to fill a row, the slow way. */
function exhaustive(
  rooms: readonly number[],
  shells: readonly ShellColour[],
  stock: readonly number[] | null,
): { outside: number; worst: number; sum: number } | null {
  const middle = (RANGE.low + RANGE.high) / 2;
  let best: { outside: number; worst: number; sum: number } | null = null;
  const go = (i: number, used: number[], outside: number, worst: number, sum: number): void => {
    if (i === rooms.length) {
      const now = { outside, worst, sum };
      if (
        !best ||
        now.outside < best.outside ||
        (now.outside === best.outside && now.worst < best.worst) ||
        (now.outside === best.outside && now.worst === best.worst && now.sum < best.sum)
      )
        best = now;
      return;
    }
    for (let a = 0; a < shells.length; a += 1)
      for (let b = a; b < shells.length; b += 1) {
        const next = [...used];
        next[a]! += 1;
        next[b]! += 1;
        if (stock && next.some((n, c) => n > stock[c]!)) continue;
        const c = rooms[i]! - shells[a]!.thickness - shells[b]!.thickness;
        const off = Math.abs(c - middle);
        go(i + 1, next, outside + Number(c < RANGE.low || c > RANGE.high), Math.max(worst, off), sum + off);
      }
  };
  go(
    0,
    shells.map(() => 0),
    0,
    0,
    0,
  );
  return best;
}

const judged = (rooms: readonly number[], pairs: readonly { clearance: number }[]) => {
  const middle = (RANGE.low + RANGE.high) / 2;
  const offs = pairs.map((p) => Math.abs(p.clearance - middle));
  expect(pairs).toHaveLength(rooms.length);
  return {
    outside: pairs.filter((p) => p.clearance < RANGE.low || p.clearance > RANGE.high).length,
    worst: Math.max(0, ...offs),
    sum: offs.reduce((a, b) => a + b, 0),
  };
};

describe('shells for a whole row', () => {
  const room = fc.integer({ min: mm(2.98), max: mm(3.05) });

  it('are what trying every way would find, with as many of each colour as are wanted', () => {
    fc.assert(
      fc.property(fc.array(room, { minLength: 1, maxLength: 4 }), (rooms) => {
        const choice = chooseShells(rooms, SHELLS, RANGE)!;
        expect(judged(rooms, choice.pairs)).toEqual(exhaustive(rooms, SHELLS, null));
      }),
      { numRuns: 60 },
    );
  });

  it('and out of a stock that runs short: never one more than there is', () => {
    fc.assert(
      fc.property(
        fc.array(room, { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 4, maxLength: 4 }),
        (rooms, stock) => {
          const four = SHELLS.slice(0, 4);
          const choice = chooseShells(rooms, four, RANGE, stock);
          const best = exhaustive(rooms, four, stock);
          if (best === null) return expect(choice).toBeNull();
          const now = judged(rooms, choice!.pairs);
          expect([now.outside, now.worst]).toEqual([best.outside, best.worst]);
          expect(now.sum).toBeCloseTo(best.sum, 6);
          const used = four.map(
            (_, c) =>
              choice!.pairs.filter((p) => p.first === c).length +
              choice!.pairs.filter((p) => p.second === c).length,
          );
          used.forEach((n, c) => expect(n).toBeLessThanOrEqual(stock[c]!));
        },
      ),
      { numRuns: 150 },
    );
  });

  it('from codes: housing i and journal j take the colour i + j, both halves alike', () => {
    for (let i = 0; i < 3; i += 1)
      for (let j = 0; j < 3; j += 1) {
        const between = mm(Number((39.003 + 0.006 * i - (35.997 - 0.006 * j)).toFixed(3)));
        const [pair] = chooseShells([between], SHELLS, RANGE)!.pairs;
        expect([pair!.first, pair!.second]).toEqual([i + j, i + j]);
        expect(pair!.clearance).toBe(um(32));
      }
  });

  it('what is there already is not bought', () => {
    const pairs = [
      { first: 0, second: 0, clearance: 0 },
      { first: 1, second: 2, clearance: 0 },
    ];
    expect(shellsToBuy(pairs, [0, 2, 2])).toEqual([0, 1]);
  });
});

/** A bearing with its sizes: housing at two places, journal at four. */
function sized(
  book: Book,
  key: string,
  housing: readonly [string, string],
  journal: readonly string[],
): void {
  take(book, 'bearings.housing', key, 'one', housing[0], 'housing-gauge');
  take(book, 'bearings.housing', key, 'other', housing[1], 'housing-gauge');
  ['a-0', 'a-90', 'b-0', 'b-90'].forEach((s, i) => take(book, 'bearings.journal', key, s, journal[i]!));
}
const shells = (book: Book, key: string, upper: string, lower = upper, fitted = false) =>
  book.keep(SHELLS_IN, { row: 'main', bearing: key, upper, lower, fitted });

describe('clearance of a plain bearing', () => {
  it('tightest and loosest as by hand, each shell at its worse end', () => {
    const book = asked('crank');
    sized(book, '1', ['39.003', '39.005'], ['35.997', '35.995', '35.996', '35.994']);
    expect(figure(book, 'bearings.main-clearance:1:clearance:min')).toMatchObject({
      value: null,
      state: 'undecided',
    });
    shells(book, '1', 'chalk', 'amber');
    // 39.003 − 35.997 − (1.487 + 0.0015) − (1.490 + 0.0015) = 0.026; 39.005 − 35.994 − 1.4855 − 1.4885 = 0.037
    expect(figure(book, 'bearings.main-clearance:1:clearance:min').value).toBeCloseTo(um(26), -1);
    expect(figure(book, 'bearings.main-clearance:1:clearance:max').value).toBeCloseTo(um(37), -1);
    // Used again: the maximum is the service limit, the minimum that of new ones.
    expect(figure(book, 'bearings.main-clearance:1:clearance:max').limitAt).toBe(um(80));
    expect(figure(book, 'bearings.main-clearance:1:clearance:min').limitAt).toBe(um(20));
    shells(book, '1', 'chalk', 'amber', true);
    expect(figure(book, 'bearings.main-clearance:1:clearance:max').limitAt).toBe(um(44));
  });

  it('is not given before both parts are read all over, and never within for want of shells', () => {
    const book = asked('crank');
    take(book, 'bearings.journal', '1', 'a-0', '35.997');
    take(book, 'bearings.housing', '1', 'one', '39.003', 'housing-gauge');
    shells(book, '1', 'chalk');
    expect(figure(book, 'bearings.main-clearance:1:clearance:min')).toMatchObject({
      state: 'undecided',
      because: 'incomplete',
    });
  });

  it('shells of a set that was renewed are not there any more', () => {
    const book = asked('crank');
    shells(book, '1', 'chalk');
    expect(shellsIn(book.file(), 'main', '1')?.upper).toBe('chalk');
    book.keep(PART_WORK, { of: 'shells', name: 'bearing shells', what: 'renewed', text: '' });
    expect(shellsIn(book.file(), 'main', '1')).toBeNull();
    shells(book, '1', 'amber', 'amber', true);
    expect(shellsIn(book.file(), 'main', '1')?.upper).toBe('amber');
  });

  it('by plastic strip is a bracket, never turned, and void once the shells are others', () => {
    const book = asked('crank');
    const lay = (low: number | null, high: number | null, turned = false) =>
      book.try(PLASTIC_STRIP, {
        row: 'main',
        bearing: '2',
        low: low === null ? null : um(low),
        high: high === null ? null : um(high),
        turned,
      });
    expect(lay(25, 38, true)).toContain('smeared wide');
    expect(lay(38, 25)).toContain('the other way round');
    expect(lay(null, null)).toContain('Between which marks');
    expect(lay(25, 38)).toBeNull();
    const min = () => figure(book, 'bearings.main-strip:2:strip:min');
    expect(min()).toMatchObject({ state: 'within', bracket: { low: um(25), high: um(38) } });
    expect(lay(null, 25)).toBeNull();
    // Less than 0.025 is not less than 0.020: nobody knows.
    expect(min().state).toBe('undecided');
    expect(lay(76, 102)).toBeNull();
    expect(figure(book, 'bearings.main-strip:2:strip:max').state).toBe('undecided');
    shells(book, '2', 'rose');
    expect(min()).toBeUndefined();
  });
});

describe('which shells', () => {
  const CODES = ['2B', '3C'];
  const coded = () => {
    const book = asked('crank');
    CODES.forEach((c, i) =>
      book.keep(CODES_READ, { row: 'main', bearing: String(i + 1), housing: c[0]!, journal: c[1]! }),
    );
    return book;
  };

  it('codes that the sheet does not know, colours it does not have, are refused with what it has', () => {
    const book = asked('crank');
    expect(book.try(CODES_READ, { row: 'main', bearing: '1', housing: '4', journal: 'A' })).toContain(
      '1, 2, 3',
    );
    expect(book.try(CODES_READ, { row: 'main', bearing: '7', housing: '1', journal: 'A' })).toContain(
      'no such bearing',
    );
    expect(book.try(CODES_READ, { row: 'rod', bearing: '0', housing: '1', journal: 'A' })).toContain(
      'no such bearing',
    );
    expect(
      book.try(SHELLS_IN, { row: 'main', bearing: '1', upper: 'blue', lower: 'chalk', fitted: true }),
    ).toContain('no blue shell');
  });

  it('by code while no size is known, by size as soon as all are read', () => {
    const book = coded();
    expect(shellAdvice(book.file(), 'main')).toMatchObject({ by: 'code', way: 'new' });
    expect(shellAdvice(book.file(), 'main')!.bearings.map((b) => b.wanted[0])).toEqual(['rose', 'slate']);
    sized(book, '1', ['39.003', '39.003'], ['35.997', '35.997', '35.997', '35.997']);
    expect(shellAdvice(book.file(), 'main')!.by).toBe('code');
    sized(book, '2', ['39.003', '39.003'], ['35.997', '35.997', '35.997', '35.997']);
    const now = shellAdvice(book.file(), 'main')!;
    expect(now.by).toBe('size');
    expect(now.bearings.map((b) => b.wanted[0])).toEqual(['chalk', 'chalk']);
  });

  it('a colour the sheet has no more leaves no clearance at all, and is never as thin as nothing', () => {
    const book = coded();
    shells(book, '1', 'rose');
    const now = (file: JobFile) => shellAdvice(file, 'main')?.bearings[0]!.clearanceNow;
    expect(now(book.file())).toBeGreaterThan(0);
    const file = book.file();
    const text = JSON.stringify(file.engine.parts).replaceAll('"rose"', '"plum"');
    const other = inHouse({
      ...file,
      engine: { ...file.engine, parts: JSON.parse(text) as Record<string, unknown> },
    });
    expect(now(other)).toBeNull();
    expect(readJobFile(JSON.parse(JSON.stringify(other))).ok).toBe(true);
  });

  it('two that were swapped are swapped back, and nothing is bought', () => {
    const book = asked('crank');
    ['1A', '3C'].forEach((c, i) =>
      book.keep(CODES_READ, { row: 'main', bearing: String(i + 1), housing: c[0]!, journal: c[1]! }),
    );
    shells(book, '1', 'slate');
    shells(book, '2', 'chalk');
    const advice = shellAdvice(book.file(), 'main')!;
    expect(advice.way).toBe('swap');
    expect(advice.choice.inside).toBe(true);
    expect(advice.bearings.map((b) => [b.clearanceNow, b.wanted[0], b.clearance])).toEqual([
      [um(8), 'chalk', um(32)],
      [um(56), 'slate', um(32)],
    ]);
  });

  it('one that is inside keeps its own; only the odd one is got anew', () => {
    const book = coded();
    const wanted = () => shellAdvice(book.file(), 'main')!.bearings.map((b) => b.wanted);
    shells(book, '1', 'amber', 'rose');
    shells(book, '2', 'amber');
    const advice = shellAdvice(book.file(), 'main')!;
    expect(advice.way).toBe('few');
    // Amber and rose in 2B leave 0.035 in the middle and 0.043 at most: inside, though two of rose sit in the middle.
    expect(wanted()[0]).toEqual(['amber', 'rose']);
    expect(wanted()[1]![0]).toBe('slate');
    // Two of amber leave 0.038 in the middle, which is inside, and 0.046 at most, which is not.
    shells(book, '1', 'amber');
    expect(wanted()[0]![0]).toBe('rose');
    book.keep(LOOKED, { parts: ['shells'], is: 'replace', findings: [], text: '' });
    expect(shellAdvice(book.file(), 'main')).toMatchObject({ way: 'new' });
  });

  it('is told and reported', () => {
    const book = coded();
    shells(book, '1', 'rose');
    expect(
      timelineOf(book.file())
        .map((t) => t.sentence)
        .slice(-2),
    ).toEqual(['Codes of journal 2: housing 3, journal C', 'Shells found in journal 1: rose and rose']);
    expect(JSON.stringify(reportOf(book.file()).sections.find((s) => s.key === 'bearings'))).toContain(
      'slate',
    );
  });
});
