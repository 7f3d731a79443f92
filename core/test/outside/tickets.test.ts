import {
  acceptedWords,
  choosingAgain,
  CONSTRUCTION,
  decisionMisfit,
  letterOf,
  lessonsOf,
  mayPass,
  mm,
  neverDone,
  partOfTicket,
  readJobFile,
  type JobFile,
  reopensOf,
  reportOf,
  ROUTE_NAMES,
  TICKET,
  TICKET_NEWS,
  ticketsOf,
  timelineOf,
  toSend,
  WORK_DONE,
  workOfTicket,
  type EngineSpec,
  type Wall,
} from '@tribos/core';
import { judgedWhole, bore, GAUGES, reading, TWIN } from '../support.js';
import { Book } from '../strip/support.js';
import { line, news, ticket } from './support.js';

const walled = (wall: Wall): EngineSpec => ({ ...TWIN, wall });

describe('a ticket', () => {
  it('holds the digits that go on paper, each bore for its piston', () => {
    const book = new Book(TWIN);
    expect(book.try(TICKET, ticket())).toBeNull();
    for (const [over, says] of [
      [{ lines: [line(0, { low: mm(77.5031) }), line(1)] }, 'machinist’s grid'],
      [{ lines: [line(0, { low: mm(77.515) }), line(1)] }, 'from low to high'],
      [{ lines: [line(0, { piston: null }), line(1)] }, 'Nobody bores by guess'],
      [{ lines: [line(0, { piston: mm(77.51) }), line(1)] }, 'no larger than its piston'],
      [{ lines: [line(0), line(0)] }, 'Each cylinder once'],
      [{ lines: [line(0)] }, 'Only some of the cylinders go'],
      [{ kitId: null }, 'the oversize it is for'],
      [{ firm: ' ' }, 'Who is it for'],
      [{ what: 'exchange' }, 'Nothing is brought to a size'],
    ] as const)
      expect(book.try(TICKET, ticket(over) as never)).toContain(says);
    expect(book.try(TICKET, ticket({ lines: [line(0)], text: 'the other is a spare' }))).toBeNull();
    // In tenths of a thousandth: 3.0513 in is no whole micron, and stands.
    const inch = { low: 30_513 * 2_540, high: 30_517 * 2_540, aim: 30_515 * 2_540 };
    expect(book.try(TICKET, ticket({ unit: 'in', lines: [line(0, inch), line(1, inch)] }))).toBeNull();
  });

  it('goes its way: what a firm says late or twice moves nothing backwards', () => {
    const book = new Book(TWIN);
    const of = book.keep(TICKET, ticket());
    const state = () => ticketsOf(book.file())[0]!;
    expect(state()).toMatchObject({ state: 'written', outSince: null });
    book.keep(TICKET_NEWS, news(of, 'sent'));
    const since = state().outSince;
    expect(since).not.toBeNull();
    book.keep(TICKET_NEWS, news(of, 'quoted', { firm: true, price: 12_400, due: '2026-02-01' }));
    book.keep(TICKET_NEWS, news(of, 'accepted', { firm: true }));
    expect(state()).toMatchObject({ state: 'quoted', price: 12_400, due: '2026-02-01', outSince: since });
    book.keep(TICKET_NEWS, news(of, 'back'));
    expect(state()).toMatchObject({ state: 'back', outSince: null });
    book.keep(TICKET_NEWS, news(of, 'ready', { firm: true }));
    expect(state().state).toBe('back');
    expect(book.try(TICKET_NEWS, news(of, 'rejected'))).toContain('Say why');
    book.keep(TICKET_NEWS, news(of, 'rejected', { text: 'tapered' }));
    expect(state()).toMatchObject({ state: 'rejected' });
    expect(state().outSince).not.toBeNull();
    book.keep(TICKET_NEWS, news(of, 'accepted', { firm: true }));
    expect(state().state).toBe('rejected');
    book.keep(TICKET_NEWS, news(of, 'back'));
    book.keep(TICKET_NEWS, news(of, 'passed'));
    book.keep(TICKET_NEWS, news(of, 'sent'));
    expect(state().state).toBe('passed');
    expect(book.try(TICKET_NEWS, news('nobody', 'sent'))).toContain('no such ticket');
    expect(timelineOf(book.file()).map((t) => t.sentence)).toContain(
      'A boring shop: not accepted, back to the firm: tapered',
    );
  });

  it('blocks the job while it is out, and stands in the report', () => {
    const book = new Book(TWIN);
    const of = book.keep(TICKET, ticket());
    book.keep(TICKET_NEWS, news(of, 'sent'));
    const judged = judgedWhole(book.file());
    expect(judged.blockers.map((b) => b.sentence('mm'))).toEqual([
      expect.stringMatching(/^All cylinders at A boring shop since .*: sent out\.$/u),
    ]);
    expect(judged.marks['outside']!.waits).not.toBeNull();
    expect(JSON.stringify(reportOf(book.file()))).toContain('77.503 – 77.515 mm');
  });

  it('is on no run sheet once a way is decided that sends nothing, until something is sent all the same', () => {
    const book = new Book(TWIN);
    const way = (route: 'bore' | 'reuse') => [
      {
        id: 'd',
        at: '2026-01-01T00:00:00.000Z',
        by: 'x',
        importedBy: null,
        route,
        kitId: route === 'bore' ? 'plus-0.5' : null,
        reason: '',
      },
    ];
    const needed = (file: JobFile) => judgedWhole(file).marks['outside']?.needed ?? true;
    expect(needed(book.file())).toBe(true);
    expect(needed({ ...book.file(), decisions: way('bore') })).toBe(true);
    expect(needed({ ...book.file(), decisions: way('reuse') })).toBe(false);
    book.keep(TICKET, ticket());
    expect(needed({ ...book.file(), decisions: way('reuse') })).toBe(true);
  });

  it('waits to be sent from the decision on, and no longer once it is', () => {
    const book = new Book(TWIN);
    const decided = (at: string) => ({
      ...book.file(),
      decisions: [
        { id: 'd', at, by: 'x', importedBy: null, route: 'bore' as const, kitId: 'plus-0.5', reason: '' },
      ],
    });
    expect(toSend(decided('2026-01-01T00:00:00.000Z'))).not.toBeNull();
    const of = book.keep(TICKET, ticket());
    expect(toSend(decided('2026-01-01T00:00:00.000Z'))).not.toBeNull();
    book.keep(TICKET_NEWS, news(of, 'sent'));
    expect(toSend(decided('2026-01-01T00:00:00.000Z'))).toBeNull();
    // Decided again since: that ticket was for something else.
    expect(toSend(decided('2027-01-01T00:00:00.000Z'))).not.toBeNull();
  });

  it('makes the new wall to the very digits that were asked for', () => {
    const book = new Book(TWIN);
    book.keep(TICKET, ticket());
    const [standing] = ticketsOf(book.file());
    const works = workOfTicket(standing!.ticket);
    expect(works.map((w) => [w.what, w.cylinder, w.ticket])).toEqual([
      ['bored', 0, { low: mm(77.503), high: mm(77.515), round: null, taper: null }],
      ['bored', 1, { low: mm(77.503), high: mm(77.515), round: null, taper: null }],
    ]);
    for (const { kind: _kind, ...w } of works) book.keep(WORK_DONE, w);
    expect(judgedWhole(book.file()).items.find((i) => i.key === '0:bore:max')).toMatchObject({
      limitAt: mm(77.515),
      because: 'unread',
    });
    // Nothing is learned of a bore nobody has read.
    expect(lessonsOf(book.file())).toEqual([]);
    expect(letterOf(book.file(), standing!).length).toBeGreaterThan(1);
  });
});

describe('what a firm is taught by', () => {
  const read = (book: Book) => {
    for (const cylinder of [0, 1])
      for (const depth of [15, 45, 80])
        for (const angle of [0, 90])
          book.log.push(reading(bore(cylinder, depth, angle), '77.509', 'ring-set'));
  };

  it('is the ticket whose work came back, and no other of the same digits', () => {
    const book = new Book(TWIN, GAUGES);
    const off = book.keep(TICKET, ticket({ firm: 'Called off' }) as never);
    book.keep(TICKET_NEWS, news(off, 'cancelled', { text: 'too slow' }));
    const of = book.keep(TICKET, ticket({ firm: 'Who did it' }) as never);
    book.keep(TICKET_NEWS, news(of, 'sent'));
    book.keep(TICKET_NEWS, news(of, 'back'));
    for (const { kind: _kind, ...w } of workOfTicket(ticketsOf(book.file())[1]!.ticket))
      book.keep(WORK_DONE, w);
    read(book);
    const lessons = lessonsOf(book.file());
    expect(lessons.map((l) => [l.firm, l.cylinder])).toEqual([
      ['Who did it', 0],
      ['Who did it', 1],
    ]);
    // 77.509 found, 77.508 aimed at.
    for (const l of lessons) expect(l.found - l.asked).toBe(1_000);
  });
});

describe('a head sent out by itself', () => {
  const head = ticket({
    what: 'head',
    kitId: null,
    lines: [line(0, { piston: null, from: 'none', low: null, high: null, aim: null })],
    inside: null,
    hatch: null,
    text: 'guides, seats cut',
  });

  it('has no size, makes no wall, and is accepted when what is measured of it is within', () => {
    const book = new Book(TWIN);
    const of = book.keep(TICKET, head as never);
    book.keep(TICKET_NEWS, news(of, 'sent'));
    expect(judgedWhole(book.file()).blockers.map((b) => b.sentence('mm'))[0]).toContain(
      'The head at A boring shop',
    );
    book.keep(TICKET_NEWS, news(of, 'back'));
    const file = book.file();
    const [standing] = ticketsOf(file);
    expect(workOfTicket(standing!.ticket)).toEqual([]);
    expect(partOfTicket(standing!.ticket)).toEqual({ of: 'head', name: 'head' });
    const figure = (state: string) =>
      ({
        subject: { of: 'part', part: 'head', thing: 'x', name: 'head' },
        feature: 'head.flatness',
        state,
      }) as never;
    expect(mayPass(file, { figures: [figure('within')] }, standing!)).toBe(true);
    // Nothing measured of it proves nothing.
    expect(mayPass(file, { figures: [] }, standing!)).toBe(false);
    book.keep(TICKET_NEWS, news(of, 'passed', { text: 'seats inked, even all round' }));
    expect(acceptedWords(book.file(), ticketsOf(book.file())[0]!)).toContain(
      'without a measure: seats inked',
    );
    for (const state of ['beyond', 'undecided', 'noLimit'])
      expect(mayPass(file, { figures: [figure('within'), figure(state)] }, standing!)).toBe(false);
  });
});

describe('choosing again', () => {
  const decided = {
    decisions: [
      { id: 'd', at: '', by: '', importedBy: null, route: 'reuse' as const, kitId: null, reason: '' },
    ],
  };
  const kit = TWIN.kits.find((k) => k.oversize > 0)!;

  it('says what it opens, by the one table of work', () => {
    expect(choosingAgain(decided, { route: 'bore', kit })).toBe(
      'Decided already: choosing again opens bore size, out-of-round and taper, clearance, ring gaps, wash, piston size, ring grooves, deck clearance, piston mass, squish, compression ratio, port timing, piston to valve. Tickets and parts of the way before are for something else.',
    );
    expect(choosingAgain(decided, { route: 'reuse', kit: null })).toBeNull();
    expect(choosingAgain({ decisions: [] }, { route: 'bore', kit })).toBeNull();
    expect(reopensOf({ route: 'exchange', kit: null })).toContain('squish');
  });
});

describe('plated and chromed bores', () => {
  const walls = ['plated', 'chrome'] as const;
  it.each(walls)('%s: bored or honed to size by no path there is', (wall) => {
    const engine = walled(wall);
    const book = new Book(engine);
    expect(CONSTRUCTION[wall].boring).toBe(false);
    // Decision: from a screen, the API and a file, by the same function.
    for (const route of ['bore', 'hone'] as const)
      expect(decisionMisfit(engine, { route, kitId: route === 'bore' ? 'plus-0.5' : null })).toContain(
        'never',
      );
    // Ticket, and a ticket that a file or another device brought past it.
    expect(book.try(TICKET, ticket())).toContain('never bored');
    book.log.push({
      ...ticket(),
      id: 'smuggled',
      at: '',
      by: '',
      importedBy: null,
      received: null,
      kind: 'ticket',
    } as never);
    expect(book.try(TICKET_NEWS, news('smuggled', 'sent'))).toContain('never bored');
    // What is written down as done.
    const done = { cylinder: 0, kitId: null, text: '' };
    expect(book.try(WORK_DONE, { ...done, what: 'bored', ticket: null })).toContain('never bored');
    const to = { low: mm(77.01), high: mm(77.02) };
    expect(book.try(WORK_DONE, { ...done, what: 'honed', ticket: to })).toContain('never honed to size');
    if (wall === 'chrome') expect(neverDone(wall, 'sleeve')).not.toBeNull();
    // The whole of it in a file.
    const file = { ...book.file(), log: [], decisions: [] };
    const bad = {
      ...file,
      decisions: [
        {
          id: 'd',
          at: '2026-01-01T00:00:00.000Z',
          by: 'x',
          importedBy: null,
          route: 'bore',
          kitId: 'plus-0.5',
          reason: '',
        },
      ],
    };
    const { places: _places, ...plain } = bad as unknown as { places?: unknown } & typeof bad;
    expect(readJobFile(JSON.parse(JSON.stringify(plain)))).toMatchObject({ ok: false });
    const withTicket = {
      ...plain,
      decisions: [],
      log: [
        {
          ...ticket(),
          id: 't',
          at: '2026-01-01T00:00:00.000Z',
          by: 'x',
          importedBy: null,
          received: null,
          kind: 'ticket',
        },
      ],
    };
    const read = readJobFile(JSON.parse(JSON.stringify(withTicket)));
    expect(read.ok ? [] : read.misfits.map((m) => m.sentence).join()).toContain('never bored');
  });

  it('offers no way that bores or hones them, and iron none that plates it', () => {
    for (const wall of walls) {
      const { ways } = judgedWhole(new Book(walled(wall)).file());
      expect(ways().ways.filter((w) => w.feasible && (w.route === 'bore' || w.route === 'hone'))).toEqual([]);
    }
    expect(
      judgedWhole(new Book(TWIN).file())
        .ways()
        .ways.filter((w) => w.feasible && w.route === 'replate'),
    ).toEqual([]);
    expect(ROUTE_NAMES).toContain('hone');
  });
});
