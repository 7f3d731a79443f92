import fc from 'fast-check';
import {
  effectiveSteps,
  countsOf,
  mayNotClose,
  MOVED,
  openCrank,
  REFITTED,
  SPLIT,
  TAKE_BACK,
  STRIPPED,
  stripLog,
  unaccounted,
  CRANK_WAY,
  type LedgerLine,
  type Move,
} from '@tribos/core';
import { Book } from './support.js';

const washers = (count: number) => ({
  item: 'washers',
  name: 'head washers',
  count,
  near: true,
  inside: false,
});
const rag = { item: 'rag', name: 'rag', count: 1, near: true, inside: true };
const off = (book: Book, step: string, loose: object[], opens = '', tray: number | null = 1) =>
  book.keep(STRIPPED, { steps: [{ step, name: step, loose: loose as never, opens }], tray, answers: [] });
const back = (book: Book, step: string, loose: object[], opens = '') =>
  book.keep(REFITTED, { steps: [{ step, name: step, loose: loose as never, opens }] });
const moved = (book: Book, move: Move, count: number, text = '') =>
  book.keep(MOVED, {
    item: 'washers',
    name: 'head washers',
    move,
    count,
    near: true,
    inside: false,
    tray: null,
    text,
  });
const line = (book: Book, item = 'washers'): LedgerLine =>
  countsOf(stripLog(book.file())).find((l) => l.item === item)!;

describe('what came off', () => {
  it('is counted out and in again, and nothing is left', () => {
    const book = new Book();
    off(book, 'x-head', [washers(4)]);
    moved(book, 'in', 3);
    expect(line(book)).toMatchObject({ out: 4, back: 3, open: 1, inTray: 1 });
    moved(book, 'in', 1);
    expect(line(book)).toMatchObject({ open: 0, surplus: 0 });
  });

  it('one more back than came off is said, and never makes less than nothing', () => {
    const book = new Book();
    off(book, 'x-head', [washers(4)]);
    moved(book, 'in', 5);
    expect(line(book)).toMatchObject({ open: 0, back: 4, surplus: 1 });
    expect(mayNotClose(countsOf(stripLog(book.file())), false)).toContain(
      'More came back than was counted out',
    );
  });

  it('two devices that do one step at once do it once', () => {
    const book = new Book();
    off(book, 'x-head', [washers(4)]);
    off(book, 'x-head', [washers(4)]);
    expect(line(book).out).toBe(4);
    expect(effectiveSteps(book.log)).toHaveLength(1);
    back(book, 'x-head', [washers(4)]);
    back(book, 'x-head', [washers(4)]);
    expect(line(book)).toMatchObject({ out: 4, back: 4, surplus: 0 });
  });

  it('lost wants to be told how it was searched for; found again, it is out as before', () => {
    const book = new Book();
    off(book, 'x-head', [washers(4)]);
    const lost = {
      item: 'washers',
      name: 'head washers',
      move: 'lost',
      count: 1,
      near: true,
      inside: false,
      tray: null,
    } as const;
    expect(book.try(MOVED, { ...lost, text: ' ' })).toContain('How was it searched for');
    book.keep(MOVED, { ...lost, text: 'magnet and light, by Ines and Tomasz' });
    expect(line(book)).toMatchObject({
      open: 3,
      gone: { lost: 1 },
      said: ['magnet and light, by Ines and Tomasz'],
    });
    moved(book, 'found', 1);
    expect(line(book)).toMatchObject({ open: 4, gone: { lost: 0 } });
  });

  it('the odd one of four is set apart with its tray', () => {
    const book = new Book();
    off(book, 'x-head', [washers(4)]);
    book.keep(SPLIT, { item: 'washers', count: 1, into: 'washers.odd', name: 'the thick one' });
    expect(line(book)).toMatchObject({ out: 3, open: 3 });
    expect(line(book, 'washers.odd')).toMatchObject({ out: 1, open: 1, inTray: 1, trays: [1], near: true });
  });
});

describe('the open crank', () => {
  it('is open from the first way down, and names what is loose, in trays and inside', () => {
    const book = new Book();
    off(book, 'x-cover', [washers(2)], 'timing tunnel', null);
    off(book, 'x-rag', [rag], 'crankcase mouth');
    const open = openCrank(book.file());
    expect(open.ways).toEqual(['timing tunnel', 'crankcase mouth']);
    expect(open.loose.map((l) => l.item)).toEqual(['washers']);
    expect(open.inside.map((l) => l.item)).toEqual(['rag']);
    expect(open.mayNotClose).toContain('2 head washers');
  });

  it('is not closed over a rag, whatever somebody writes', () => {
    const book = new Book();
    off(book, 'x-rag', [rag], 'crankcase mouth');
    book.keep(CRANK_WAY, { way: 'crankcase mouth', is: 'closed' });
    expect(openCrank(book.file())).toMatchObject({
      ways: ['crankcase mouth'],
      closedInVain: ['crankcase mouth'],
    });
    // The step put back takes its rag out with it.
    back(book, 'x-rag', [rag], 'crankcase mouth');
    expect(openCrank(book.file())).toMatchObject({ ways: [], since: null, closedInVain: [] });
  });

  it('a rag in another way that is open keeps this one from nothing, by hand it does, and the last way never closes over it', () => {
    const book = new Book();
    const other = { ...rag, item: 'intake-rag' };
    off(book, 'x-intake', [other], 'intake');
    off(book, 'x-barrel', [rag], 'crankcase mouth');
    book.keep(CRANK_WAY, { way: 'crankcase mouth', is: 'closed' });
    expect(openCrank(book.file()).ways).toEqual(['intake', 'crankcase mouth']);
    back(book, 'x-barrel', [rag], 'crankcase mouth');
    expect(openCrank(book.file()).ways).toEqual(['intake']);
    back(book, 'x-intake', [], 'intake');
    expect(openCrank(book.file()).closedInVain).toEqual(['intake']);
  });

  it('what waits in a tray keeps the last way open, and no other', () => {
    const book = new Book();
    off(book, 'x-cover', [washers(2)], 'timing tunnel');
    off(book, 'x-barrel', [], 'crankcase mouth');
    back(book, 'x-barrel', [], 'crankcase mouth');
    expect(openCrank(book.file()).ways).toEqual(['timing tunnel']);
    book.keep(CRANK_WAY, { way: 'timing tunnel', is: 'closed' });
    expect(openCrank(book.file()).ways).toEqual(['timing tunnel']);
    back(book, 'x-cover', [washers(2)], 'timing tunnel');
    expect(openCrank(book.file()).ways).toEqual([]);
  });

  it('a part fitted later on purpose is a reminder and closes nothing off', () => {
    const book = new Book();
    off(book, 'x-cover', [washers(2)], 'timing tunnel');
    moved(book, 'later', 2, 'with the head cover');
    book.keep(CRANK_WAY, { way: 'timing tunnel', is: 'closed' });
    const open = openCrank(book.file());
    expect(open.ways).toEqual([]);
    expect(open.later.map((l) => [l.item, l.gone.later])).toEqual([['washers', 2]]);
  });
});

/** Anything people do to three names of parts, in any order, any of it taken back. */
const ITEMS = ['a', 'b', 'c'] as const;
const act = fc.oneof(
  fc.record({
    kind: fc.constant('off' as const),
    step: fc.integer({ min: 0, max: 5 }),
    item: fc.constantFrom(...ITEMS),
    count: fc.integer({ min: 0, max: 6 }),
    inside: fc.boolean(),
    tray: fc.option(fc.integer({ min: 1, max: 3 })),
  }),
  fc.record({
    kind: fc.constant('back' as const),
    step: fc.integer({ min: 0, max: 5 }),
    item: fc.constantFrom(...ITEMS),
    count: fc.integer({ min: 0, max: 6 }),
  }),
  fc.record({
    kind: fc.constant('move' as const),
    item: fc.constantFrom(...ITEMS),
    move: fc.constantFrom<Move>('out', 'in', 'scrapped', 'renewed', 'missing', 'lost', 'later', 'found'),
    count: fc.integer({ min: 1, max: 6 }),
  }),
  fc.record({
    kind: fc.constant('split' as const),
    item: fc.constantFrom(...ITEMS),
    into: fc.constantFrom(...ITEMS),
    count: fc.integer({ min: 1, max: 6 }),
  }),
  fc.record({ kind: fc.constant('undo' as const), of: fc.nat({ max: 40 }) }),
);

function played(acts: readonly (typeof act extends fc.Arbitrary<infer A> ? A : never)[]): Book {
  const book = new Book();
  for (const a of acts) {
    const loose = (count: number, item: string, inside = false) => ({
      item,
      name: item,
      count,
      near: true,
      inside,
    });
    if (a.kind === 'off') off(book, `s${a.step}`, [loose(a.count, a.item, a.inside)], 'mouth', a.tray);
    if (a.kind === 'back') back(book, `s${a.step}`, [loose(a.count, a.item)], 'mouth');
    if (a.kind === 'move')
      book.keep(MOVED, { ...loose(a.count, a.item), move: a.move, tray: null, text: 'said why' });
    if (a.kind === 'split') book.keep(SPLIT, { item: a.item, count: a.count, into: a.into, name: a.into });
    const undone = book.log[a.kind === 'undo' ? a.of : -1];
    if (a.kind === 'undo' && undone && undone.kind !== 'take-back') book.keep(TAKE_BACK, { of: undone.id });
  }
  return book;
}

describe('over anything people do', () => {
  it('no line falls below nothing, and every part that came off is somewhere', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
        for (const l of countsOf(stripLog(played(acts).file()))) {
          const gone = Object.values(l.gone);
          for (const n of [l.out, l.back, l.open, l.inTray, l.surplus, ...gone])
            expect(n).toBeGreaterThanOrEqual(0);
          expect(l.back + l.open + gone.reduce((s, n) => s + n, 0)).toBe(l.out);
          expect(l.inTray).toBeLessThanOrEqual(l.open);
        }
      }),
      { numRuns: 500 },
    );
  });

  it('closing goes exactly when everything near is accounted for', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        const book = played(acts);
        const ledger = countsOf(stripLog(book.file()));
        // Counted a second way: what is open or too much of anything near or inside.
        const left = ledger.filter((l) => l.near || l.inside).reduce((sum, l) => sum + l.open + l.surplus, 0);
        expect(mayNotClose(ledger, true) === null).toBe(left === 0);
        expect(unaccounted(ledger, true).length === 0).toBe(left === 0);
        const before = openCrank(book.file()).ways;
        book.keep(CRANK_WAY, { way: 'mouth', is: 'closed' });
        const after = openCrank(book.file()).ways;
        if (before.length > 0) expect(after.length === 0).toBe(left === 0);
        else expect(after).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
});
