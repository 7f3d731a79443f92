import {
  askedText,
  isNews,
  LINE_TROUBLES,
  newsOf,
  orderOf,
  readAnswer,
  TICKET,
  TICKET_NEWS,
  ticketsOf,
  unproved,
  WORK_DONE,
  workOfTicket,
  type Answer,
  type JobFile,
} from '@tribos/core';
import { bore, GAUGES, reading, TWIN } from '../support.js';
import { Book } from '../strip/support.js';
import { line, news, ticket } from './support.js';

const priced = (file: JobFile): JobFile => ({
  ...file,
  shop: {
    ...file.shop,
    costs: { currency: 'EUR', taxPerMyriad: 0, hourlyRate: 0 as never, enough: 0.9 },
  },
});
const answer = (of: string, over: Partial<Answer> = {}): Answer => ({
  format: 'tribos-answer',
  version: 1,
  id: of,
  turn: 1,
  state: 'quoted',
  price: { amount: '124.00', currency: 'EUR' },
  due: '2026-02-03',
  text: '',
  unit: 'mm',
  readings: [],
  ...over,
});
const sent = (over: object = {}) => {
  const book = new Book(TWIN, GAUGES);
  const of = book.keep(TICKET, ticket(over) as never);
  book.keep(TICKET_NEWS, news(of, 'sent'));
  const file = () => priced(book.file());
  const standing = () => ticketsOf(file())[0]!;
  return { book, of, file, standing };
};

describe('an order', () => {
  it('says the very digits of the ticket, in either unit', () => {
    const { file, standing } = sent();
    const order = orderOf(file(), standing());
    expect(order.lines.map((l) => [l.low, l.high, l.aim, l.piston])).toEqual([
      ['77.503', '77.515', '77.508', '77.467'],
      ['77.503', '77.515', '77.508', '77.467'],
    ]);
    const inch = { low: 30_513 * 2_540, high: 30_517 * 2_540, aim: 30_515 * 2_540 };
    const inches = sent({ unit: 'in', lines: [line(0, inch), line(1, inch)] });
    for (const s of [{ file, standing }, inches]) {
      const told = orderOf(s.file(), s.standing());
      told.lines.forEach((l, i) =>
        expect(askedText(s.standing().ticket.lines[i]!, told.unit)).toBe(`${l.low} – ${l.high}`),
      );
    }
    expect(orderOf(inches.file(), inches.standing()).lines[0]!.low).toBe('3.0513');
  });

  it('comes again with the reason when its work was not accepted', () => {
    const { book, of, file, standing } = sent();
    book.keep(TICKET_NEWS, news(of, 'back'));
    book.keep(TICKET_NEWS, news(of, 'rejected', { text: 'right is 0.006 over' }));
    expect(orderOf(file(), standing())).toMatchObject({ turn: 2, rejected: 'right is 0.006 over' });
    expect(orderOf(file(), { ...standing(), turn: 1 }).rejected).toBe('');
  });
});

describe('an answer', () => {
  it('is read by its published form, and only to its own order', () => {
    expect(readAnswer(answer('a'), 'a')).not.toBeNull();
    expect(readAnswer(answer('a'), 'b')).toBeNull();
    for (const bad of [
      null,
      [],
      'ready',
      { ...answer('a'), state: 'passed' },
      { ...answer('a'), state: 'back' },
      { ...answer('a'), due: '2026-02-31' },
      { ...answer('a'), price: { amount: '-5.00', currency: 'EUR' } },
      { ...answer('a'), price: { amount: '5', currency: 'EUR' } },
      { ...answer('a'), turn: 0 },
      { ...answer('a'), readings: [{ cylinder: 0, where: 'top', value: '77,5' }] },
      { ...answer('a'), extra: 1 },
      { ...answer('a'), text: 'x'.repeat(901) },
    ])
      expect(readAnswer(bad, 'a')).toBeNull();
  });

  it('adds what is new, once; what is known, late or of another turn adds nothing', () => {
    const { book, of, file, standing } = sent();
    const first = newsOf(file(), standing(), answer(of));
    expect(first).toEqual({
      of,
      what: 'quoted',
      firm: true,
      price: 12_400,
      due: '2026-02-03',
      text: '',
      readings: [],
    });
    book.keep(TICKET_NEWS, first as never);
    expect(newsOf(file(), standing(), answer(of))).toBeNull();
    expect(newsOf(file(), standing(), answer(of, { state: 'accepted', price: null, due: null }))).toBeNull();
    // Another day is news, though nothing moves on.
    expect(newsOf(file(), standing(), answer(of, { due: '2026-02-05' }))).toMatchObject({
      what: 'quoted',
      due: '2026-02-05',
    });
    expect(newsOf(file(), standing(), answer(of, { turn: 2 }))).toBe('rubbish');
    const ready = answer(of, {
      state: 'ready',
      due: null,
      readings: [{ cylinder: 1, where: 'top', value: '77.509' }],
    });
    expect(newsOf(file(), standing(), ready)).toMatchObject({
      what: 'ready',
      readings: [{ cylinder: 1, where: 'top', value: 77_509_000 }],
    });
    expect(
      newsOf(file(), standing(), { ...ready, readings: [{ cylinder: 7, where: 'top', value: '77.509' }] }),
    ).toBe('rubbish');
    // What is back in the shop hears nothing more of its firm, and is not undone by it.
    book.keep(TICKET_NEWS, news(of, 'back'));
    expect(newsOf(file(), standing(), ready)).toBeNull();
    book.keep(TICKET_NEWS, news(of, 'refused', { firm: true }));
    expect(standing().state).toBe('back');
    // Rejected: an answer of the first turn is late.
    book.keep(TICKET_NEWS, news(of, 'rejected', { text: 'over' }));
    expect(newsOf(file(), standing(), ready)).toBeNull();
    expect(newsOf(file(), standing(), { ...ready, turn: 2 })).toMatchObject({ what: 'ready' });
  });

  it('in other money is kept as it was said and added to nothing', () => {
    const { of, file, standing } = sent();
    const foreign = answer(of, { price: { amount: '99.00', currency: 'USD' } });
    expect(newsOf(file(), standing(), foreign)).toMatchObject({ price: null, text: 'asks 99.00 USD' });
    expect(isNews({ ...foreign, due: null }, { state: 'quoted', due: null, price: null }, 'EUR')).toBe(false);
  });

  it('that says something else each time is listened to no more', () => {
    const { book, of, file, standing } = sent();
    for (let i = 0; i < 40; i += 1)
      book.keep(TICKET_NEWS, news(of, 'quoted', { firm: true, price: 100 + i }));
    expect(newsOf(file(), standing(), answer(of))).toBe('rubbish');
    for (const says of Object.values(LINE_TROUBLES)) expect(says).toContain('asked again by itself');
  });
});

describe('accepted work', () => {
  const read = (book: Book, value: string, cylinders = [0, 1]) => {
    for (const cylinder of cylinders)
      for (const depth of [15, 45, 80])
        for (const angle of [0, 90]) book.log.push(reading(bore(cylinder, depth, angle), value, 'ring-set'));
  };
  const returned = () => {
    const s = sent();
    s.book.keep(TICKET_NEWS, news(s.of, 'back'));
    for (const { kind: _kind, ...w } of workOfTicket(s.standing().ticket)) s.book.keep(WORK_DONE, w);
    return s;
  };

  it('is proved by every place read inside, and by nobody’s word', () => {
    const s = returned();
    s.book.keep(TICKET_NEWS, news(s.of, 'passed'));
    expect(unproved(s.file(), s.standing())).toContain('not read place by place');
    read(s.book, '77.509', [0]);
    expect(unproved(s.file(), s.standing())).toContain(TWIN.cylinders[1]!);
    read(s.book, '77.509', [1]);
    expect(unproved(s.file(), s.standing())).toBeNull();
  });

  it('read outside is not, whoever accepted it', () => {
    const s = returned();
    read(s.book, '77.509', [0]);
    read(s.book, '77.518', [1]);
    s.book.keep(TICKET_NEWS, news(s.of, 'passed'));
    expect(unproved(s.file(), s.standing())).toContain('outside the ticket');
  });
});
