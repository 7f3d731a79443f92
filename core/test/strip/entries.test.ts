import {
  BOLT,
  BOLT_CARD,
  CRANK_WAY,
  judgeJob,
  MOVED,
  REFITTED,
  reportOf,
  SPLIT,
  STRIP_ADDED,
  STRIP_NOTE,
  STRIP_ODD,
  STRIP_PLAN,
  TAKE_BACK,
  STRIPPED,
  stripPlan,
  timelineOf,
  TRAY,
  trayAtHand,
  traysOf,
} from '@tribos/core';
import { Book } from './support.js';

const loose = (item: string, count: number, over: object = {}) => ({
  item,
  name: item,
  count,
  near: false,
  inside: false,
  ...over,
});
const off = (book: Book, step: string, parts: object[] = [], tray: number | null = null) =>
  book.keep(STRIPPED, {
    steps: [{ step, name: `${step} off`, loose: parts as never, opens: '' }],
    tray,
    answers: [],
  });
const begun = () => {
  const book = new Book();
  book.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'look' });
  return book;
};

describe('what the strip refuses', () => {
  const part = { item: 'a', name: 'a', count: 1, near: true, inside: false, tray: null } as const;
  it.each([
    [
      'a note with nothing in it',
      (b: Book) => b.try(STRIP_NOTE, { step: 'cams', about: 'marks', for: 'cams', text: ' ' }),
      'Nothing is written yet.',
    ],
    [
      'a step that says nothing',
      (b: Book) => b.try(STRIP_ADDED, { key: 'k', section: 'head', after: '', what: ' ', loose: [] }),
      'Say what is done.',
    ],
    ['a way without a name', (b: Book) => b.try(CRANK_WAY, { way: ' ', is: 'open' }), 'Which way?'],
    [
      'into a tray, and none said',
      (b: Book) => b.try(MOVED, { ...part, move: 'tray', text: '' }),
      'Into which tray?',
    ],
    [
      'missing, and nobody says how it is known',
      (b: Book) => b.try(MOVED, { ...part, move: 'missing', text: '' }),
      'How is it known that it was missing when the engine came?',
    ],
    [
      'later, and no step',
      (b: Book) => b.try(MOVED, { ...part, move: 'later', text: '' }),
      'At which step is it fitted? It comes up there.',
    ],
    [
      'the taking back of a reading',
      (b: Book) => b.try(TAKE_BACK, { of: 'e1' }),
      'There is nothing like that in this job.',
    ],
  ])('%s', (_, act, sentence) => {
    expect(act(new Book())).toBe(sentence);
  });

  it('scrapped and renewed need no word: they are seen', () => {
    const book = begun();
    off(book, 'x', [loose('clips', 2)]);
    expect(book.try(MOVED, { ...part, item: 'clips', move: 'renewed', text: '' })).toBeNull();
    expect(book.try(MOVED, { ...part, item: 'clips', move: 'scrapped', text: '' })).toBeNull();
  });
});

describe('trays', () => {
  it('take the name of what went in first, until somebody names them', () => {
    const book = begun();
    off(book, 'exhaust', [loose('nuts', 2)], 1);
    off(book, 'hoses', [loose('clips', 4)], 2);
    expect(traysOf(book.file()).map((t) => [t.number, t.name, t.place])).toEqual([
      [1, 'exhaust off', ''],
      [2, 'hoses off', ''],
    ]);
    book.keep(TRAY, { number: 2, name: 'Water side', place: 'rack B' });
    expect(traysOf(book.file())[1]).toMatchObject({ name: 'Water side', place: 'rack B' });
    expect(trayAtHand(book.file())).toBe(2);
  });

  it('are empty once what they held is back', () => {
    const book = begun();
    off(book, 'exhaust', [loose('nuts', 2)], 1);
    book.keep(REFITTED, {
      steps: [{ step: 'exhaust', name: 'exhaust', loose: [loose('nuts', 2)], opens: '' }],
    });
    expect(traysOf(book.file())[0]!.holds).toEqual([]);
  });
});

describe('what is told and reported', () => {
  const book = begun();
  const first = off(book, 'seat', [loose('panel-bolts', 6)], 1);
  book.keep(STRIP_ODD, { step: 'seat', name: 'Seat off', why: 'stuck', text: 'rear bolt' });
  book.keep(STRIP_NOTE, { step: 'cams', about: 'marks', for: 'cams', text: 'dots level' });
  book.keep(SPLIT, { item: 'panel-bolts', count: 1, into: 'panel-bolts.long', name: 'the long one' });
  book.keep(MOVED, {
    item: 'panel-bolts',
    name: 'panel bolts',
    move: 'lost',
    count: 1,
    near: false,
    inside: false,
    tray: null,
    text: 'swept twice, Ines',
  });
  book.keep(BOLT, { map: 'head', hole: 4, is: 'thread', length: null, text: 'first two turns' });
  book.keep(BOLT_CARD, {
    key: 'card-1',
    name: 'pump cover',
    photo: '',
    holes: [{ at: 1, x: 10, y: 20, text: '' }],
  });
  book.keep(CRANK_WAY, { way: 'a plug hole', is: 'open' });
  const file = book.file();

  it('every entry in a sentence', () => {
    expect(timelineOf(file).map((t) => t.sentence)).toEqual([
      'Comes apart: top end, for a look',
      'Seat off (tray 1)',
      'Seat off: stuck: rear bolt',
      'For assembly, marks: dots level',
      '1 of panel-bolts set apart: the long one',
      '1 panel bolts lost: swept twice, Ines',
      'Head, position 4: thread damaged: first two turns',
      'Bolts by place: pump cover, 1 of them',
      'A plug hole open',
    ]);
  });

  it('and the customer reads what was odd, what was lost and how it was searched for', () => {
    const said = JSON.stringify(reportOf(file).sections.find((s) => s.key === 'strip'));
    for (const text of [
      'Top end, opened for a look',
      'rear bolt',
      'head, position 4',
      'swept twice, Ines',
      'dots level',
    ])
      expect(said).toContain(text);
  });

  it('the strip is what is next while nothing was read', () => {
    const judged = judgeJob(file);
    expect(judged.next).toMatchObject({ station: 'strip', urgency: 'strip' });
    expect(judged.next.sentence('mm')).toBe(`${stripPlan(file).now!.step.what}.`);
    expect(judged.marks['strip']).toMatchObject({ done: false, verdict: null });
  });

  it('a job that nobody took apart here says nothing of it', () => {
    const bare = new Book().file();
    expect(judgeJob(bare).marks['strip']).toBeUndefined();
    expect(reportOf(bare).sections.some((s) => s.key === 'strip')).toBe(false);
  });

  it('what is taken back is told as taken back, and reported no more', () => {
    const again = new Book();
    again.log.push(...book.log);
    again.keep(TAKE_BACK, { of: first });
    expect(stripPlan(again.file()).steps.find((s) => s.step.key === 'seat')!.state).toBe('open');
    expect(timelineOf(again.file()).at(-1)!.sentence).toBe('Taken back: Seat off (tray 1)');
  });
});
