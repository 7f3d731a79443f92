import {
  deckOf,
  endsOf,
  geometryOf,
  judgeJob,
  inHouse,
  lashChoice,
  mm,
  placeKey,
  reportOf,
  setupMeasures,
  squishOf,
  STACK_LAID,
  TAKE_BACK,
  stackChoices,
  stackNow,
  thingsOfKind,
  WORK_DONE,
  type EngineSpec,
  type LeafEntry,
  type Limit,
} from '@tribos/core';
import { GAUGES, LEAVES, reading, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const source = TWIN.limits[0]!.source;
const limit = (feature: string, low: number, high: number): Limit =>
  ({
    id: feature,
    feature,
    state: 'new',
    low: mm(low),
    high: mm(high),
    unit: 'mm',
    definition: '',
    conditions: {},
    source,
  }) as unknown as Limit;
const bare = TWIN.limits[0]!;
const engine: EngineSpec = {
  ...TWIN,
  limits: [
    ...TWIN.limits.filter((l) => !l.feature.startsWith('setup.')),
    ...(
      [
        ['setup.squish', 1.05, 1.35],
        ['setup.deck', 0, 0.2],
        ['setup.valve.intake', 0.08, 0.12],
        ['setup.valve.exhaust', 0.14, 0.18],
      ] as const
    ).map(([f, low, high]) => ({ ...bare, ...limit(f, low, high) })),
  ],
  parts: {
    ...TWIN.parts,
    gaskets: {
      gaskets: [0.25, 0.4].map((t) => ({
        name: `base ${t}`,
        where: 'base',
        thickness: mm(t),
        made: 'metal',
        lies: '',
        source,
      })),
    },
    'crank-train': {
      trains: [{ throw: mm(34.55), rod: mm(125), offset: 0, burette: null, dome: 0, source }],
    },
  },
};
const [first] = thingsOfKind('cylinder')(engine);
const thing = first!.key;
const micrometer = GAUGES.find((g) => g.type === 'micrometer')!.id;
const dial = GAUGES.find((g) => g.type === 'dial')?.id ?? micrometer;
const at = (part: string, spot: string, of = thing) => ({ part, thing: of, spot }) as never;
const wired = (ends: readonly [string, string], wire = '1.6') => {
  const book = new Book(engine, [...GAUGES, LEAVES]);
  book.log.push(
    reading(at('setup.wire', ''), wire, micrometer),
    reading(at('setup.squish', 'pin-a'), ends[0], micrometer),
    reading(at('setup.squish', 'pin-b'), ends[1], micrometer),
  );
  return book;
};
const figures = (book: Book, feature: string) =>
  judgeJob(book.file()).items.filter((f) => f.feature === feature);

describe('squish by soft wire', () => {
  it('is the reading less 0.015 that it springs back, the minimum against the smaller end, the maximum against the mean', () => {
    const book = wired(['1.200', '1.240']);
    const ends = endsOf(squishOf(book.file(), first!))!;
    expect(ends.smaller).toBeCloseTo(1.185e6, 0);
    expect(ends.mean).toBeCloseTo(1.205e6, 0);
    const [min, max] = figures(book, 'setup.squish');
    expect([min!.side, Math.round(min!.value!), min!.state]).toEqual(['min', 1_185_000, 'within']);
    expect([max!.side, Math.round(max!.value!), max!.state]).toEqual(['max', 1_205_000, 'within']);
  });

  it('of one end that was hardly crushed, or of a wire nobody measured, proves nothing', () => {
    // 1.15 × 1.205 is 1.386: a wire of 1.37 is none.
    for (const book of [wired(['1.200', '1.220'], '1.37'), wired(['1.100', '1.220'], '1.37')]) {
      expect(squishOf(book.file(), first!).trouble).toContain('hardly crushed');
      expect(figures(book, 'setup.squish').map((f) => f.state)).toEqual(['undecided', 'undecided']);
    }
    const alone = new Book(engine, [...GAUGES, LEAVES]);
    alone.log.push(reading(at('setup.squish', 'pin-a'), '1.200', micrometer));
    expect(squishOf(alone.file(), first!).trouble).toContain('Measure the wire');
    alone.log.push(reading(at('setup.wire', ''), '1.6', micrometer));
    expect(squishOf(alone.file(), first!).trouble).toContain('Both ends');
    expect(figures(alone, 'setup.squish').every((f) => f.state === 'undecided')).toBe(true);
  });

  it('says that ends 0.10 apart are to be looked into, and is read again after another gasket', () => {
    const book = wired(['1.150', '1.270']);
    expect(squishOf(wired(['1.150', '1.270']).file(), first!).finding).toContain('not square');
    book.keep(WORK_DONE, { what: 'gasket-changed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(squishOf(book.file(), first!).ends).toEqual([]);
    // The wire is another one as well.
    expect(squishOf(book.file(), first!).trouble).toBeNull();
  });
});

describe('deck clearance', () => {
  const read = (spots: readonly (readonly [string, string])[]) => {
    const book = new Book(engine, [...GAUGES, LEAVES]);
    for (const [spot, value] of spots) book.log.push(reading(at('setup.deck', spot), value, dial));
    return book;
  };
  it('is the mean of both ends of the pin axis, below the deck positive and proud negative', () => {
    const book = read([
      ['pin-a', '0.08'],
      ['pin-b-proud', '0.02'],
    ]);
    expect(endsOf(deckOf(book.file(), first!))!.mean).toBeCloseTo(30_000, 0);
    expect(figures(book, 'setup.deck')).toHaveLength(2);
    expect(deckOf(read([['pin-a', '0.08']]).file(), first!).trouble).toContain('tilt');
    expect(
      deckOf(
        read([
          ['pin-a', '0.08'],
          ['pin-a-proud', '0.02'],
          ['pin-b', '0.08'],
        ]).file(),
        first!,
      ).trouble,
    ).toContain('take back');
  });
});

describe('choosing the gasket', () => {
  it('needs to know what lies there, then says what each stack gives and what it does to the ports', () => {
    const book = wired(['1.500', '1.520'], '2.0');
    expect(stackChoices(book.file())).toEqual([]);
    expect(book.try(STACK_LAID, { where: 'base', gaskets: ['cardboard'] })).toContain('no such gasket');
    const laid = book.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.25', 'base 0.4'] });
    expect(stackNow(book.file())!.thickness).toBe(mm(0.65));
    const [choice] = stackChoices(book.file());
    // 1.495 in the mean with 0.65 below it: 0.40 leaves 1.245, 0.25 leaves 1.095, two of 0.25 1.345.
    expect(choice!.stacks.map((s) => [s.gaskets.map((g) => g.name).join(), Math.round(s.mean)])).toEqual([
      ['base 0.4', 1_245_000],
      ['base 0.25', 1_095_000],
      ['base 0.25,base 0.25', 1_345_000],
    ]);
    expect(choice!.stacks[0]!.by).toBe(mm(-0.25));
    expect(JSON.stringify(reportOf(book.file()))).toContain('base 0.25, base 0.4');
    book.keep(TAKE_BACK, { of: laid });
    expect(stackNow(book.file())).toBeNull();
    expect(book.try(TAKE_BACK, { of: 'x' })).toContain('nothing like that');
    // A gasket the sheet no longer has is as thick as nobody knows, never nothing.
    book.keep(STACK_LAID, { where: 'base', gaskets: ['base 0.25', 'base 0.4'] });
    const sheet = engine.parts!['gaskets'] as { gaskets: { name: string }[] };
    const without = { gaskets: { gaskets: sheet.gaskets.filter((g) => g.name !== 'base 0.4') } };
    const file = book.file();
    expect(stackNow(file)!.thickness).toBe(mm(0.65));
    expect(
      stackNow(inHouse({ ...file, engine: { ...engine, parts: { ...engine.parts, ...without } } })),
    ).toBeNull();
  });
});

describe('lash', () => {
  const valves = thingsOfKind('valve-intake', 'valve-exhaust')(engine);
  let n = 0;
  const leaf = (of: string, thickness: number, answer: 'goes' | 'does-not'): LeafEntry =>
    ({
      id: `l${(n += 1)}`,
      kind: 'leaf',
      at: `2026-01-06T08:00:${String(n % 60).padStart(2, '0')}.000Z`,
      received: null,
      by: 'x',
      importedBy: null,
      station: at('setup.lash', '', of),
      instrumentId: LEAVES.id,
      stack: [mm(thickness)],
      answer,
      seen: null,
    }) as unknown as LeafEntry;
  it('is held against the new range whatever the valve is, and asks for what is missing', () => {
    const book = new Book(engine, [...GAUGES, LEAVES]);
    expect(lashChoice(book.file()).missing.map((m) => m.wants)).toEqual(valves.map(() => 'leaves'));
    const one = valves[0]!.key;
    book.log.push(leaf(one, 0.1, 'does-not'));
    expect(lashChoice(book.file()).missing[0]!.wants).toBe('thinner');
    book.log.push(leaf(one, 0.05, 'goes'));
    expect(lashChoice(book.file()).missing[0]!.wants).toBe('shim');
    book.log.push(reading(at('setup.shim', '', one), '2.400', micrometer));
    const { valves: known, choice } = lashChoice(book.file());
    expect(known[0]).toMatchObject({ shim: mm(2.4), low: mm(0.08), high: mm(0.12) });
    expect(choice).toBeNull();
    const after = new Book(engine, [...GAUGES, LEAVES]);
    after.log.push(...book.log);
    after.keep(WORK_DONE, { what: 'shim-changed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(lashChoice(after.file()).missing[0]!.wants).toBe('leaves');
  });
});

describe('ratio and timing of a job', () => {
  it('come from what was read, and say what is missing', () => {
    const book = new Book(engine, GAUGES);
    const [none] = geometryOf(book.file())!;
    expect(none).toMatchObject({
      deck: null,
      ratio: null,
      missing: 'the head was never filled from a burette',
    });
    const sheet = engine.parts!['crank-train'] as { trains: object[] };
    const filled = {
      ...engine,
      parts: { ...engine.parts, 'crank-train': { trains: [{ ...sheet.trains[0], burette: 30 }] } },
    };
    const read = new Book(filled, GAUGES);
    read.log.push(
      reading(at('setup.deck', 'pin-a'), '0.10', dial),
      reading(at('setup.deck', 'pin-b'), '0.10', dial),
    );
    const [g] = geometryOf(read.file())!;
    // π/4·7.7²·6.91 = 321.77 cm³ over 30 + π/4·7.7²·0.01 = 30.466.
    expect(g!.swept).toBeCloseTo(321.774, 2);
    expect(g!.ratio).toBeCloseTo(1 + 321.774 / 30.4657, 3);
    expect(geometryOf({ ...read.file(), engine: TWIN })).toBeNull();
  });
});

it('what a sheet has no limit for is not asked for here', () => {
  expect(setupMeasures(engine).map((m) => m.part)).toEqual([
    'setup.deck',
    'setup.wire',
    'setup.squish',
    'setup.lash',
    'setup.shim',
  ]);
  expect(setupMeasures({ ...engine, limits: [] })).toEqual([]);
  expect(placeKey(at('setup.squish', 'pin-a'))).toContain('setup.squish');
});
