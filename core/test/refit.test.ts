import {
  TAKE_BACK,
  FLUID_FILLED,
  generalList,
  HELD,
  inHouse,
  judgeJob,
  LEAK_END,
  LEAK_MARK,
  LEAK_TEST,
  leakFigures,
  notYetStarted,
  REFIT_SEEN,
  refitChecks,
  refitState,
  REFITTED,
  reportOf,
  STRIP_PLAN,
  STRIPPED,
  TORQUE_WRENCH,
  type EngineSpec,
  type Limit,
} from '@tribos/core';
import { limit, TWIN } from './support.js';
import { Book } from './strip/support.js';

const source = TWIN.limits[0]!.source;
const engine: EngineSpec = {
  ...TWIN,
  parts: {
    ...TWIN.parts,
    fluids: {
      fluids: [
        {
          what: 'engine oil',
          of: '',
          grade: '10W-40',
          amount: 2_700,
          level: 'sight glass',
          bleed: '',
          source,
        },
        {
          what: 'coolant',
          of: '',
          grade: '50 %',
          amount: 1_600,
          level: 'to the neck',
          bleed: 'pump screw',
          source,
        },
      ],
    },
  },
};
const fill = (fluid: number, over: object = {}) =>
  ({
    fluid,
    what: ['engine oil, 10W-40', 'coolant, 50 %'][fluid] ?? 'x',
    amount: 0,
    level: 'on-its-mark',
    bled: true,
    text: '',
    ...over,
  }) as const;
const seeAll = (book: Book) => {
  for (const c of refitChecks(engine))
    book.keep(REFIT_SEEN, { check: c.key, answer: c.answers.find((a) => a.why === '')!.text });
};

describe('before the first start', () => {
  it('everything is filled and seen, else it says what is missing', () => {
    const book = new Book(engine);
    expect(notYetStarted(book.file(), [])).toEqual([
      'Not filled: engine oil, 10W-40.',
      'Not filled: coolant, 50 %.',
      expect.stringContaining('Not looked at: manifolds and boots'),
    ]);
    expect(book.try(FLUID_FILLED, fill(0, { level: 'under' }))).toContain('Fill it to its mark');
    expect(book.try(FLUID_FILLED, fill(0, { level: 'over' }))).toContain('down to its mark');
    expect(book.try(FLUID_FILLED, fill(1, { bled: false }))).toContain('pump screw');
    expect(book.try(FLUID_FILLED, fill(7))).toContain('no such fluid');
    book.keep(FLUID_FILLED, fill(0, { bled: false }));
    book.keep(FLUID_FILLED, fill(1));
    seeAll(book);
    expect(notYetStarted(book.file(), [])).toEqual([]);
    expect(JSON.stringify(reportOf(book.file()))).toContain('Back together');
    book.keep(TAKE_BACK, { of: book.log.at(-1)!.id });
    expect(notYetStarted(book.file(), [])).toHaveLength(1);
    expect(book.try(TAKE_BACK, { of: 'x' })).toContain('nothing like that');
  });

  it('a fluid the sheet has otherwise since, or whose air was not let out, is not filled, by whatever way it came', () => {
    const book = new Book(engine);
    book.keep(FLUID_FILLED, fill(0));
    book.keep(FLUID_FILLED, fill(1));
    expect(refitState(book.file()).fluids.every((f) => f.filled !== null)).toBe(true);
    const parts = structuredClone(engine.parts) as { fluids: { fluids: { grade: string; bleed: string }[] } };
    const filled = (change: (all: typeof parts.fluids.fluids) => void) => {
      const now = structuredClone(parts);
      change(now.fluids.fluids);
      const file = inHouse({ ...book.file(), engine: { ...engine, parts: now as never } });
      return refitState(file).fluids.map((f) => f.filled !== null);
    };
    expect(filled((all) => (all[0]!.grade = '5W-30'))).toEqual([false, true]);
    expect(filled((all) => all.reverse())).toEqual([false, false]);
    expect(filled((all) => all.splice(0, 1))).toEqual([false]);
    expect(filled(() => undefined)).toEqual([true, true]);
    const dry = new Book(engine);
    dry.log.push({ ...book.log[1]!, bled: false } as never);
    expect(refitState(dry.file()).fluids[1]!.filled).toBeNull();
  });

  it('one fluid on file is not taken for all: another it does not run without is asked for by name', () => {
    const wet = { ...engine, cooling: 'liquid' as const };
    const all = structuredClone(engine.parts) as { fluids: { fluids: { what: string }[] } };
    const oil = { ...all, fluids: { fluids: all.fluids.fluids.filter((f) => f.what !== 'coolant') } };
    expect(notYetStarted(new Book({ ...wet, parts: oil }).file(), []).join(' ')).toContain(
      'not on file here: coolant',
    );
  });

  it('an engine of which no fluid is on file is not started dry for want of it', () => {
    const bare = { ...engine, parts: TWIN.parts };
    const book = new Book(bare);
    expect(notYetStarted(book.file(), []).join(' ')).toContain('not on file here: engine oil');
    expect(book.try(REFIT_SEEN, { check: 'fluids', answer: 'one is not filled' })).toContain('not started');
    for (const c of refitChecks(bare))
      book.keep(REFIT_SEEN, { check: c.key, answer: c.answers.find((a) => a.why === '')!.text });
    expect(notYetStarted(book.file(), [])).toEqual([]);
  });

  it('no answer that cannot stay is taken, on any kind of engine', () => {
    let tried = 0;
    for (const of of [
      engine,
      { ...engine, strokes: 2 as const, kind: 'snowmobile' as const },
      { ...engine, strokes: 2 as const, kind: 'chainsaw' as const, cooling: 'air' as const },
    ])
      for (const c of refitChecks(of)) {
        const book = new Book(of);
        expect(c.answers.some((a) => a.why === '')).toBe(true);
        for (const a of c.answers.filter((x) => x.why !== '')) {
          expect(book.try(REFIT_SEEN, { check: c.key, answer: a.text })).toBe(a.why);
          tried += 1;
        }
        expect(book.try(REFIT_SEEN, { check: c.key, answer: 'yes' })).toContain('none of the answers');
      }
    expect(tried).toBeGreaterThan(20);
    expect(new Book(engine).try(REFIT_SEEN, { check: 'nothing', answer: 'x' })).toContain(
      'Nothing like that',
    );
  });

  /** Where the refit has its place, in the trade's words: manifolds, cables, pump, ignition, banjo, hoses, leak test. */
  it.each([
    ['manifolds', 'intake'],
    ['cables and their free play', 'cables'],
    ['pump gear meshed', 'pump-gear'],
    ['ignition at its mark', 'ignition'],
    ['banjo washers', 'banjo'],
    ['hoses', 'hoses'],
    ['leak test after new seals', 'leak-test'],
  ])('%s has its place', (_, key) => {
    const all = [...refitChecks(engine), ...refitChecks({ ...engine, strokes: 2 })].map((c) => c.key);
    expect(all).toContain(key);
  });

  it('what came off has to be back and counted, and what was seen before it was opened again is seen anew', () => {
    const book = new Book(engine);
    book.keep(FLUID_FILLED, fill(0, { bled: false }));
    book.keep(FLUID_FILLED, fill(1));
    seeAll(book);
    book.keep(STRIP_PLAN, { scope: 'top', list: 'general', purpose: 'rebuild' });
    const [step] = generalList(engine)
      .flatMap((s) => s.steps)
      .filter((s) => s.stop === null && s.takes.length > 0);
    const done = (count: number) => ({
      step: step!.key,
      name: step!.what,
      loose: step!.takes.map((t) => ({ ...t, count, inside: false })),
      opens: '',
    });
    book.keep(STRIPPED, { steps: [done(4)], tray: 1, answers: [] });
    const missing = () => notYetStarted(book.file(), []).join(' ');
    expect(missing()).toContain('1 step of the strip is not back');
    expect(missing()).toContain('Still out: 4');
    expect(missing()).toContain('Not filled');
    expect(refitState(book.file()).checks.every((c) => c.seen === null)).toBe(true);
    book.keep(REFITTED, { steps: [done(3)] });
    expect(missing()).toContain('Still out: 1');
    expect(missing()).not.toContain('not back');
  });

  it('a top end that was off goes together by its list, and its bolts by their plan, whether or not anybody began', () => {
    const steps = generalList(engine).flatMap((s) => s.steps);
    const named = (k: string) => steps.find((s) => s.key === k)!.what;
    const group = {
      key: 'head',
      name: 'the head bolts',
      clamps: 'head',
      map: 'head',
      holes: [1, 2],
      numbered: 'maker',
      steps: [{ by: 'torque', value: 40 }],
      condition: 'dry',
      before: '',
      after: '',
      again: null,
      source,
    };
    const sections = generalList(engine).map((s) => ({
      ...s,
      steps: s.steps.map((x) => (x.key === 'head-bolts' ? { ...x, bolts: { map: 'head', holes: [] } } : x)),
    }));
    const off = (purpose: 'rebuild' | 'look') => {
      const book = new Book({
        ...engine,
        parts: { ...engine.parts, 'torque-plan': { groups: [group] }, 'strip-list': { sections } },
      });
      book.keep(STRIP_PLAN, { scope: 'top', list: 'sheet', purpose });
      for (const step of ['tensioner', 'head-bolts']) {
        const done = { step, name: named(step), loose: [], opens: '' };
        book.keep(STRIPPED, { steps: [done], tray: null, answers: [] });
        book.keep(REFITTED, { steps: [done] });
      }
      return notYetStarted(book.file(), []).join(' ');
    };
    expect(off('rebuild')).toContain('without its list');
    expect(off('rebuild')).toContain('Not tightened: the head bolts.');
    // Opened for a look, it goes back as it was.
    expect(off('look')).not.toContain('without its list');
    expect(off('look')).not.toContain('Not tightened');
  });

  it('what was begun to be tightened is tightened', () => {
    const group = {
      key: 'head',
      name: 'the head bolts',
      clamps: 'head',
      map: '',
      holes: [1, 2],
      numbered: 'maker',
      steps: [{ by: 'torque', value: 40 }],
      condition: 'dry',
      before: '',
      after: '',
      again: null,
      source,
    };
    const book = new Book({ ...engine, parts: { ...engine.parts, 'torque-plan': { groups: [group] } } });
    book.keep(TORQUE_WRENCH, {
      group: 'head',
      name: 'w',
      range: 60,
      unit: 'N·m',
      due: null,
      adapter: null,
      condition: 'dry',
      bolts: 'none-are-once',
    });
    expect(notYetStarted(book.file(), []).join(' ')).toContain('Not tightened: the head bolts.');
  });
});

describe('the crankcase tested after its new seals', () => {
  const rate = (feature: 'crank.leak-rate' | 'crank.vacuum-rate', high: number): Limit => ({
    ...limit(feature, 'service', null, null),
    high,
    unit: 'bar/min',
  });
  const TWO: EngineSpec = {
    ...TWIN,
    strokes: 2,
    kind: 'snowmobile',
    limits: [...TWIN.limits, rate('crank.leak-rate', 3), rate('crank.vacuum-rate', 3)],
  };
  const held = (book: Book) => book.keep(REFIT_SEEN, { check: 'leak-test', answer: HELD });
  /** Bar at each mark, a minute apart. */
  const tested = (
    book: Book,
    way: 'pressure' | 'vacuum',
    marks: readonly number[],
    when: 'before' | 'after' = 'after',
  ) => {
    const test = book.keep(LEAK_TEST, {
      way,
      when,
      text: '0.45',
      unit: 'bar',
      resolution: 0.1,
      engineVolume: 600,
      testerVolume: 40,
    });
    marks.forEach((m, i) =>
      book.keep(LEAK_MARK, { test, seconds: 60 + 60 * i, text: m.toFixed(3), unit: 'bar' }),
    );
    book.keep(LEAK_END, { test, how: 'finished', bubbles: '' });
    return test;
  };
  const TIGHT = [0.45, 0.449, 0.448, 0.447, 0.446];
  const LEAKS = [0.45, 0.41, 0.37, 0.33, 0.29];
  const says = (book: Book) => notYetStarted(book.file(), []).filter((m) => m.startsWith('Crankcase'));

  it('is believed by its tests and not by its tick: each way the sheet has a rate for', () => {
    const book = new Book(TWO);
    expect(says(book)).toEqual([]);
    held(book);
    expect(says(book)[0]).toContain('no test by pressure since it was opened shows it');
    tested(book, 'pressure', TIGHT);
    expect(says(book)[0]).toContain('no test by vacuum');
    tested(book, 'vacuum', TIGHT);
    expect(says(book)).toEqual([]);
    expect(leakFigures(book.file()).map((f) => [f.feature, f.state])).toEqual([
      ['crank.leak-rate', 'within'],
      ['crank.vacuum-rate', 'within'],
    ]);
    expect(JSON.stringify(reportOf(book.file()))).toContain('Crankcase vacuum');
  });

  it('that leaks keeps it shut, passes when it is tested again, and the last one counts', () => {
    const book = new Book(TWO);
    held(book);
    tested(book, 'vacuum', TIGHT);
    tested(book, 'pressure', LEAKS);
    expect(says(book)[0]).toContain('Crankcase pressure, 0.45 bar');
    expect(judgeJob(book.file()).items.find((f) => f.feature === 'crank.leak-rate')!.state).toBe('beyond');
    const again = tested(book, 'pressure', TIGHT);
    expect(says(book)).toEqual([]);
    book.keep(TAKE_BACK, { of: again });
    expect(says(book)).toHaveLength(1);
  });

  it('before it came apart says nothing of what went together, nor does a test from before it was opened again', () => {
    const book = new Book(TWO);
    for (const way of ['pressure', 'vacuum'] as const) tested(book, way, TIGHT);
    book.log.push({
      ...book.log.at(-1)!,
      id: 'off',
      kind: 'stripped',
      steps: [{ step: 'barrel', name: 'barrel', loose: [], opens: [] }],
      tray: null,
      answers: [],
    } as never);
    held(book);
    expect(says(book)[0]).toContain('no test by pressure since it was opened');
    expect(leakFigures(book.file())).toEqual([]);
  });

  it('without a limit on file is no pass', () => {
    const bare = new Book({ ...TWO, limits: TWIN.limits });
    held(bare);
    tested(bare, 'pressure', TIGHT);
    expect(says(bare)).toHaveLength(1);
  });
});
