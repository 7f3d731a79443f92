import { BOLT, MOVED, partsToGet, reportOf, STRIP_ODD, STRIP_PLAN, STRIPPED, type Move } from '@tribos/core';
import { Book } from './support.js';

const begun = () => {
  const book = new Book();
  book.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'rebuild' });
  return book;
};
const off = (book: Book, count: number) =>
  book.keep(STRIPPED, {
    steps: [
      {
        step: 'exhaust',
        name: 'Exhaust off',
        loose: [{ item: 'nuts', name: 'exhaust nuts', count, near: false, inside: false }],
        opens: '',
      },
    ],
    tray: 1,
    answers: [],
  });
const move = (book: Book, how: Move, count: number) =>
  book.keep(MOVED, {
    item: 'nuts',
    name: 'exhaust nuts',
    move: how,
    count,
    near: false,
    inside: false,
    tray: null,
    text: 'looked for twice, Ines',
  });
const bolt = (book: Book, is: 'stuck' | 'broken' | 'thread' | 'fine') =>
  book.keep(BOLT, { map: 'head', hole: 4, is, length: null, text: '' });
const names = (book: Book) => partsToGet(book.file()).map((p) => `${p.count} ${p.name}`);

describe('parts to get', () => {
  it('are none while nothing is found that asks for one', () => {
    const book = begun();
    off(book, 4);
    expect(partsToGet(book.file())).toEqual([]);
    expect(reportOf(book.file()).sections.some((s) => s.key === 'parts')).toBe(false);
  });

  it('are what broke, what is gone, and a thread to repair; each once, with why', () => {
    const book = begun();
    off(book, 4);
    move(book, 'lost', 1);
    move(book, 'renewed', 2);
    bolt(book, 'broken');
    book.keep(STRIP_ODD, { step: 'seat', name: 'Seat off', why: 'broken', text: 'rear hinge' });
    expect(names(book)).toEqual(['1 fastener, head 4', '1 for “Seat off”: rear hinge', '3 exhaust nuts']);
    expect(partsToGet(book.file()).find((p) => p.name === 'exhaust nuts')!.whys).toEqual([
      'renewed, lost at the strip',
    ]);
    const said = JSON.stringify(reportOf(book.file()).sections.find((s) => s.key === 'parts'));
    expect(said).toContain('rear hinge');
  });

  it('are not what was looked at again and is as it should be, nor what was found again', () => {
    const book = begun();
    off(book, 4);
    move(book, 'lost', 1);
    move(book, 'found', 1);
    bolt(book, 'stuck');
    bolt(book, 'fine');
    expect(names(book)).toEqual([]);
    bolt(book, 'thread');
    expect(names(book)).toEqual(['1 thread repair for fastener, head 4']);
  });
});
