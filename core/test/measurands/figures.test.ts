import fc from 'fast-check';
import {
  BEARING_MEASURES,
  checkedNow,
  CRANK_MEASURES,
  foundIn,
  inHouse,
  gapSettled,
  HEAD_MEASURES,
  HOUSE,
  kindsOf,
  leafBracket,
  leafToTry,
  listedThings,
  measurandFigures,
  mm,
  nextPlace,
  PART_WORK,
  placeKey,
  reportOf,
  roomsMeasured,
  STRIP_PLAN,
  um,
  USUAL_LEAVES,
  usedUnchecked,
  walkIn,
  TAKE_BACK,
  ZERO_CHECK,
  type Figure,
  type LeafAnswer,
} from '@tribos/core';
import { judgedWhole, limit } from '../support.js';
import { Book } from '../strip/support.js';
import { asked, GAUGES, PLAIN, take, withLimits } from './support.js';

/** Readings at the places of the whole house. */
const READING_KIND = kindsOf(HOUSE).find((k) => k.kind === 'reading')! as never as typeof ZERO_CHECK;

const figure = (book: Book, key: string): Figure =>
  judgedWhole(book.file()).items.find((i) => i.key === key)!;
const journal1 = (book: Book, texts: readonly string[]) =>
  ['a-0', 'a-90', 'b-0', 'b-90'].forEach((spot, i) => take(book, 'bearings.journal', '1', spot, texts[i]!));

describe('what is asked to be read', () => {
  it('is what is measured to decide, whatever it belongs to, and nothing besides the cylinders without that', () => {
    const none = new Book(PLAIN, GAUGES);
    expect(walkIn(none.file()).every((p) => 'cylinder' in p)).toBe(true);
    const parts = new Set(walkIn(asked('crank', 'head').file()).map((p) => p.part));
    for (const p of ['crank.run-out', 'bearings.journal', 'bearings.housing', 'head.flatness'])
      expect(parts).toContain(p);
    // No limit is on file for these: nobody could say anything of them.
    expect(parts).not.toContain('crank.end-float');
    expect(roomsMeasured(asked('crank').file()).map((r) => r.name)).toEqual(['crank', 'bearings']);
  });

  it('is everything of a part where nothing of it is on file: then somebody looks for a limit', () => {
    const parts = new Set(walkIn(asked('oil-pump').file()).map((p) => p.part));
    expect(parts).toContain('pumps.tip');
    expect(figure(asked('oil-pump'), 'pumps.tip:oil-pump:tip:max')).toMatchObject({
      state: 'noLimit',
      because: 'unread',
    });
  });

  it('leaves out the cylinders of an engine that comes apart from below with its top left on', () => {
    const book = asked('crank');
    book.keep(STRIP_PLAN, { scope: 'bottom', list: 'general', purpose: 'rebuild' });
    expect(walkIn(book.file()).some((p) => 'cylinder' in p)).toBe(false);
    expect(judgedWhole(book.file()).items.some((i) => i.feature === 'bore')).toBe(false);
    // Somebody who reads a bore all the same is told what it says.
    take(book, 'crank.run-out', 'flywheel', '', '0.012', 'dial');
    book.log.push({
      ...book.log.at(-1)!,
      id: 'b',
      station: { part: 'bore', cylinder: 0, depth: mm(15), angle: 0 },
      instrumentId: 'housing-gauge',
      value: mm(77.2),
      text: '77.200',
    } as never);
    expect(judgedWhole(book.file()).items.some((i) => i.feature === 'bore')).toBe(true);
  });

  it('is walked thing by thing, and a place that was read is not asked for again', () => {
    const book = asked('crank');
    const walk = walkIn(book.file()).filter((p) => p.part === 'bearings.journal');
    expect(walk.map((p) => placeKey(p))).toHaveLength(8);
    take(book, 'bearings.journal', '1', 'a-0', '35.990');
    const { readings } = judgedWhole(book.file());
    expect(nextPlace(walk, readings, null)).toMatchObject({ thing: '1', spot: 'a-90' });
  });

  it('a thing or a place the engine does not have is refused', () => {
    const book = asked('crank');
    const at = (thing: string, spot: string) =>
      book.try(READING_KIND, {
        station: { part: 'bearings.journal', thing, spot },
        instrumentId: 'mic',
        text: '35.99',
        corrects: null,
        zeroId: null,
        seen: null,
      } as never);
    expect(at('9', 'a-0')).toContain('no such thing to measure');
    expect(at('1', 'c-0')).toContain('no place on the journal 1');
    expect(at('1', 'a-0')).toBeNull();
  });
});

describe('figures of a thing', () => {
  it('size, out-of-round and taper as by hand', () => {
    const book = asked('crank');
    journal1(book, ['35.994', '35.986', '35.991', '35.980']);
    const size = figure(book, 'bearings.journal:1:size:min');
    expect(size).toMatchObject({ value: mm(35.98), state: 'within', limitAt: mm(35.97) });
    // Worse place: 35.991 − 35.980; worse direction: 35.986 − 35.980. The noise of two readings taken out of each:
    // √(11² − 2 · (1/12 + 1.5²)) = 10.79, √(6² − 4.67) = 5.60.
    const oval = figure(book, 'bearings.journal:1:oval:max');
    expect(oval.value! / 1e3).toBeCloseTo(10.79, 1);
    const taper = figure(book, 'bearings.journal:1:taper:max');
    expect(taper.value! / 1e3).toBeCloseTo(5.6, 1);
  });

  it('is never within before every place is read, and may be beyond at once', () => {
    const book = asked('crank');
    take(book, 'bearings.journal', '1', 'a-0', '35.995');
    expect(figure(book, 'bearings.journal:1:size:min')).toMatchObject({
      state: 'undecided',
      because: 'incomplete',
    });
    take(book, 'bearings.journal', '2', 'a-0', '35.900');
    expect(figure(book, 'bearings.journal:2:size:min').state).toBe('beyond');
  });

  it('is void once its part is another one, and then held against the range for new ones', () => {
    const book = asked('crank');
    journal1(book, ['35.976', '35.976', '35.976', '35.976']);
    // As close to its service limit as that, nobody can tell; against the new range it is far out.
    const before = figure(book, 'bearings.journal:1:size:min');
    expect(before.limitAt).toBe(mm(35.97));
    book.keep(PART_WORK, { of: 'crank', name: 'crankshaft', what: 'renewed', text: '' });
    // Another crank: nothing of the old one stands, and nothing of it is asked until somebody wants it measured.
    expect(judgedWhole(book.file()).items.some((i) => i.key.startsWith('bearings.journal'))).toBe(false);
    journal1(book, ['35.976', '35.976', '35.976', '35.976']);
    expect(figure(book, 'bearings.journal:1:size:min')).toMatchObject({
      limitAt: mm(35.982),
      state: 'beyond',
    });
    expect(JSON.stringify(reportOf(book.file()))).toContain(
      'another one fitted: 4 readings before it no longer count',
    );
  });

  it('a needle that stands still is a reading; a micrometer that shows nothing is none', () => {
    const book = asked('crank');
    const say = (part: string, text: string, instrumentId: string, thing: string, spot: string) =>
      book.try(READING_KIND, {
        station: { part, thing, spot },
        instrumentId,
        text,
        corrects: null,
        zeroId: null,
        seen: null,
      } as never);
    expect(say('crank.run-out', '0.000', 'dial', 'flywheel', '')).toBeNull();
    expect(say('bearings.journal', '0.000', 'mic', '1', 'a-0')).toContain('nothing or less');
    expect(say('crank.run-out', '0.01', 'mic', 'drive', '')).toContain('does not read');
    expect(figure(book, 'crank.run-out:flywheel:run-out:max').state).toBe('within');
  });

  it('asks about a run-out that fits its sheet only in the other system, or with its point elsewhere', () => {
    const questions = (text: string) => {
      const book = asked('crank');
      take(book, 'crank.run-out', 'flywheel', '', text, 'dial');
      return judgedWhole(book.file()).readings.questions.map((q) => q.code);
    };
    expect(questions('0.044')).toEqual([]);
    expect(questions('0.9')).toEqual(['mistyped']);
    // Two thousandths of an inch, typed at a metric dial, are as good a run-out as any.
    expect(questions('0.002')).toEqual([]);
    const side = asked('rod:0');
    expect(judgedWhole(side.file()).items.some((i) => i.key === 'crank.rod-side:0:rod-side:min')).toBe(true);
  });
});

describe('leaves against limits', () => {
  const TOLERANCE = 5_000;

  it('first the one that proves it kept: one try settles a sound gap', () => {
    const limits = { low: null, high: mm(0.05) };
    const first = leafToTry(USUAL_LEAVES, leafBracket([]), limits, TOLERANCE, 30_000)!;
    expect(first).toEqual([mm(0.04)]);
    const tried = leafBracket([{ stack: first, answer: 'does-not' }]);
    expect(gapSettled(tried, limits, TOLERANCE)).toBe(true);
    expect(leafToTry(USUAL_LEAVES, tried, limits, TOLERANCE, 30_000)).toBeNull();
  });

  it('ends, never asks for a leaf outside the bracket, and settles whatever lies clear of its limits', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 900_000 }),
        fc.integer({ min: 20_000, max: 300_000 }),
        fc.integer({ min: 40_000, max: 500_000 }),
        (truth, low, wide) => {
          const limits = { low, high: low + wide };
          const tries: { stack: readonly ReturnType<typeof mm>[]; answer: LeafAnswer }[] = [];
          for (;;) {
            const bracket = leafBracket(tries);
            const next = leafToTry(USUAL_LEAVES, bracket, limits, TOLERANCE, low);
            if (next === null) break;
            const thick = next.reduce((s, l) => s + l, 0);
            if (bracket.low !== null) expect(thick).toBeGreaterThan(bracket.low);
            if (bracket.high !== null) expect(thick).toBeLessThan(bracket.high);
            tries.push({ stack: next, answer: thick <= truth ? 'goes' : 'does-not' });
            expect(tries.length).toBeLessThan(20);
          }
          // A whole step of the coarsest leaves clear of both ends: the set can tell.
          const clear = [limits.low, limits.high].every((l) => Math.abs(truth - l) > 120_000);
          if (clear && truth < 900_000 && truth > 40_000)
            expect(gapSettled(leafBracket(tries), limits, TOLERANCE)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('the worst of six lines counts, and no line may be left out', () => {
    const book = asked('head');
    const line = (spot: string, leaf: number, answer: 'goes' | 'does-not') =>
      book.log.push({
        kind: 'leaf',
        id: `l${book.log.length}`,
        at: '2026-03-01T10:00:00.000Z',
        received: null,
        importedBy: null,
        by: 'first',
        station: { part: 'head.flatness', thing: 'head', spot },
        instrumentId: 'leaves',
        stack: [mm(leaf)],
        answer,
      } as never);
    const flat = () => figure(book, 'head.flatness:head:flatness:max');
    for (const s of ['front', 'back', 'left', 'right', 'corner-1']) line(s, 0.04, 'does-not');
    expect(flat()).toMatchObject({ state: 'undecided', because: 'incomplete' });
    line('corner-2', 0.04, 'does-not');
    expect(flat().state).toBe('within');
    line('corner-2', 0.03, 'goes');
    expect(flat().state).toBe('within');
    const [m] = HEAD_MEASURES;
    const warped = asked('head');
    warped.log.push({ ...book.log.at(-1)!, id: 'w', stack: [mm(0.06)], answer: 'goes' } as never);
    // One line past the limit is past it, whatever the others say.
    expect(measurandFigures(warped.file(), m!, HEAD_MEASURES)[0]!.state).toBe('beyond');
  });
});

describe('what is next', () => {
  it('is the leaf that has not told yet, once everything is read', () => {
    const book = asked('head');
    for (const spot of ['front', 'back', 'left', 'right', 'corner-1', 'corner-2'])
      book.log.push({
        kind: 'leaf',
        id: `n${spot}`,
        at: '2026-03-01T10:00:00.000Z',
        received: null,
        importedBy: null,
        by: 'first',
        station: { part: 'head.flatness', thing: 'head', spot },
        instrumentId: 'leaves',
        stack: [mm(spot === 'left' ? 0.06 : 0.04)],
        answer: 'does-not',
      } as never);
    const ask = { unit: 'mm' as const, worked: () => null };
    const file = book.file();
    const { found } = foundIn(inHouse(file));
    const offers = HOUSE.find((r) => r.name === 'head')!.actions!(file, found, ask);
    const settle = offers.find((o) => o.urgency === 'settle')!.find()!;
    expect(settle.at).toMatchObject({ part: 'head.flatness', spot: 'left' });
    expect(settle.sentence('mm')).toContain('across the left');
  });
});

describe('a gauge closed before it is used', () => {
  const AT = '2026-03-01T09:59:00.000Z';
  const check = (book: Book, shows: string, standard = 0) =>
    book.try(ZERO_CHECK, { instrumentId: 'mic', standard: mm(standard), text: shows });

  it('is corrected by what it showed, for that session alone', () => {
    const book = asked('crank');
    expect(check(book, '0.004')).toBeNull();
    book.log.push({ ...book.log.pop()!, at: AT } as never);
    journal1(book, ['35.990', '35.990', '35.990', '35.990']);
    expect(figure(book, 'bearings.journal:1:size:min').value).toBe(mm(35.986));
    expect(usedUnchecked(book.file())).toEqual([]);
    // What every reading of the session shares cancels in a difference.
    const plain = asked('crank');
    journal1(plain, ['35.990', '35.990', '35.990', '35.990']);
    expect(usedUnchecked(plain.file())).toEqual(['mic']);
    expect(figure(book, 'bearings.journal:1:taper:max').u).toBeCloseTo(
      figure(plain, 'bearings.journal:1:taper:max').u!,
      6,
    );
    // The act of closing errs as well: √(u² + 1.5² + 1/12).
    const [with_, without] = [book, plain].map((b) => figure(b, 'bearings.journal:1:size:min').u!);
    expect(with_).toBeCloseTo(Math.hypot(without!, 1_500, 1_000 / Math.sqrt(12)), 2);
  });

  it('below nothing as well, on a standard as well; more than a tenth off is adjusted, not corrected', () => {
    const book = asked('crank');
    expect(check(book, '-0.002')).toBeNull();
    expect(check(book, '25.003', 25)).toBeNull();
    expect(check(book, '0.2')).toContain('adjust the gauge');
    expect(book.try(ZERO_CHECK, { instrumentId: 'dial', standard: mm(0), text: '0' })).toContain(
      'micrometer or a calliper',
    );
    const now = book.log.at(-1)!.at;
    expect(checkedNow(book.file(), 'mic', now)?.text).toBe('25.003');
    expect(
      checkedNow(book.file(), 'mic', new Date(Date.parse(now) + 13 * 3_600_000).toISOString()),
    ).toBeNull();
    // Taken back it never was: the check before it stands.
    expect(book.try(TAKE_BACK, { of: book.log.at(-1)!.id })).toBeNull();
    expect(checkedNow(book.file(), 'mic', now)?.text).toBe('-0.002');
  });
});

describe('a measure', () => {
  it('lists every thing of its room for whoever wants to read more', () => {
    const file = asked('crank').file();
    const of = (all: boolean) => listedThings(file, 'crank', all).map((l) => l.m.part);
    expect(of(true).length).toBeGreaterThan(of(false).length);
    expect(new Set(of(true))).toEqual(
      new Set(CRANK_MEASURES.filter((m) => m.part !== 'crank.air-gap').map((m) => m.part)),
    );
  });

  it('has a name of its own in the whole house, and a limit that any sheet may give', () => {
    const parts = [...CRANK_MEASURES, ...BEARING_MEASURES, ...HEAD_MEASURES].map((m) => m.part);
    expect(new Set(parts).size).toBe(parts.length);
    const only = withLimits([limit('crank.end-float', 'service', null, 0.3)]);
    const book = new Book(only, GAUGES);
    take(book, 'crank.end-float', 'crank', '', '0.290', 'dial');
    expect(figure(book, 'crank.end-float:crank:end-float:max')).toMatchObject({
      state: 'within',
      limitAt: mm(0.3),
    });
    expect(um(1)).toBe(1_000);
  });
});
