import {
  askedConditions,
  FEATURES,
  gapLimits,
  inHouse,
  isOfCylinder,
  judgeJob,
  listedThings,
  measurandFigures,
  MEASURING,
  measurandOf,
  mm,
  nm,
  nominalOf,
  packsOf,
  placeKindOf,
  placeName,
  placeOn,
  READS,
  tableRow,
  HOUSE,
  placesIn,
  type EngineSpec,
  type Figure,
  type Instrument,
  type LogEntry,
  type Measurand,
  type Thing,
  type ThingPlace,
} from '@tribos/core';
import { engines } from '../src/index.js';
import { AT, GAUGES, HERE, id, jobOf, reading } from './support.js';

const cases = engines.flatMap((engine) =>
  MEASURING.flatMap(({ measuring: { measures } }) =>
    measures.flatMap((m) =>
      m.rules.some((r) =>
        engine.limits.some((l) => l.feature === (typeof r.feature === 'string' ? r.feature : '')),
      ) && m.things(engine).length > 0
        ? [[`${engine.model}: ${m.part}`, engine, m, measures] as const]
        : [],
    ),
  ),
);

/** The surest gauge of the shop that reads a place. */
function gaugeFor(engine: EngineSpec, at: ThingPlace): Instrument {
  const file = inHouse(jobOf(engine, []));
  const size = nominalOf(file, at);
  const fits = GAUGES.filter((g) => READS[g.type].includes(placeKindOf(file, at).sense));
  return (
    fits
      .filter((g) => size >= g.rangeLow && size <= g.rangeHigh)
      .sort((a, b) => a.maxError - b.maxError)[0] ?? fits[0]!
  );
}

/** A thing with one figure at each of its places: a size, or the leaves on either side of it. */
function readAs(engine: EngineSpec, m: Measurand, thing: Thing, value: number): LogEntry[] {
  return m.spots(engine, thing).flatMap((spot): LogEntry[] => {
    const station = placeOn(m, thing, spot);
    const gauge = gaugeFor(engine, station);
    if (m.sense !== 'gap')
      return [{ ...reading(station, (value / 1e6).toFixed(3), gauge.id), value: nm(Math.round(value)) }];
    const { leaves } = gauge;
    const goes = leaves.filter((l) => l <= value).at(-1);
    const doesNot = leaves.find((l) => l > value);
    return [[goes, 'goes'] as const, [doesNot, 'does-not'] as const].flatMap(([leaf, answer]): LogEntry[] => {
      if (leaf === undefined) return [];
      return [
        {
          kind: 'leaf',
          id: id(),
          at: AT,
          by: 'first',
          ...HERE,
          station,
          instrumentId: gauge.id,
          stack: [leaf],
          answer,
        },
      ];
    });
  });
}

const figuresOf = (
  engine: EngineSpec,
  m: Measurand,
  measures: readonly Measurand[],
  thing: Thing,
  value: number,
  code: string | null = usualCode(engine),
) => {
  const file = jobOf(engine, readAs(engine, m, thing, value));
  const variant = { ...file.job.variant, code };
  return measurandFigures(inHouse({ ...file, job: { ...file.job, variant } }), m, measures);
};

/** The code of an engine whose limits hang on one: the first its sheet knows. */
const usualCode = (engine: EngineSpec): string | null => askedConditions(engine).codes[0] ?? null;

/** The limits a used part of that measure is held against, of its first rule. */
function limitsOf(engine: EngineSpec, m: Measurand, thing: Thing) {
  const [rule] = m.rules;
  const feature = typeof rule!.feature === 'function' ? rule!.feature(thing) : rule!.feature;
  const all = engine.limits.filter((l) => l.feature === feature);
  const worn = all.find((l) => l.state === 'service');
  const fresh = all.find((l) => l.state === 'new');
  const seizes = { low: FEATURES[feature].under === 'seizure', high: FEATURES[feature].over === 'seizure' };
  const end = (side: 'low' | 'high') => worn?.[side] ?? (seizes[side] ? (fresh?.[side] ?? null) : null);
  return { low: end('low'), high: end('high') };
}

describe('every measure of every sheet', () => {
  it('stands for all eight engines', () => {
    expect(new Set(cases.map(([, e]) => e.id)).size).toBe(engines.length);
    expect(cases.length).toBeGreaterThan(100);
  });

  it.each(cases)('%s: far past its limit is beyond, and never within', (_, engine, m, measures) => {
    const [thing] = m.things(engine);
    const { low, high } = limitsOf(engine, m, thing!);
    const states = (value: number) =>
      figuresOf(engine, m, measures, thing!, value).filter((f: Figure) =>
        f.key.includes(`:${m.rules[0]!.key}`),
      );
    const sides = m.rules[0]!.sides;
    // Six times what the surest gauge errs, and the leaf above.
    const room =
      m.sense === 'gap'
        ? mm(0.15)
        : m.sense === 'travel'
          ? mm(0.06)
          : m.sense === 'inside'
            ? mm(0.06)
            : mm(0.14);
    // A gap wider than the whole set is told by leaves laid together.
    if (high !== null && sides.includes('max') && (m.sense !== 'gap' || high < mm(0.8))) {
      const past = states(high + room);
      expect(past.find((f) => f.side === 'max')?.state).toBe('beyond');
    }
    if (low !== null && low > room && sides.includes('min')) {
      // Much less than half of the least is asked about: it may be inches.
      const short = states(low - (m.sense === 'travel' ? mm(0.03) : room));
      expect(short.find((f) => f.side === 'min')?.state).toBe('beyond');
    }
    if (low === null && high !== null && m.sense === 'travel') expect(states(0)[0]!.state).toBe('within');
  });

  it.each(cases)(
    '%s: its places are named, read by a gauge of the shop, and go through a table',
    (_, engine, m) => {
      const file = inHouse(jobOf(engine, []));
      for (const thing of m.things(engine))
        for (const spot of m.spots(engine, thing)) {
          const at = placeOn(m, thing, spot);
          const gauge = gaugeFor(engine, at);
          expect(READS[gauge.type]).toContain(m.sense);
          expect(placeName(file, at)).toContain(thing.name);
          const value = m.sense === 'gap' ? gauge.leaves[5]! : nominalOf(file, at);
          const row = tableRow(
            [thing.key, m.part, spot.key, (value / 1e6).toFixed(4), 'goes', gauge.name],
            { cylinder: 0, part: 1, place: 2, value: 3, answer: 4, gauge: 5 },
            { ...file, places: placesIn(HOUSE) },
            {
              unit: 'mm',
              depthUnit: 'mm',
              instrumentId: null,
              cylinder: 0,
              kitOf: () => null,
              at: AT,
            },
          );
          expect(row.ok && row.entry.station).toEqual(at);
        }
    },
  );

  it('a table row of a thing or a place that is none says so', () => {
    const engine = engines[0]!;
    const row = (cells: readonly string[]) =>
      tableRow(
        cells,
        { cylinder: 0, part: 1, place: 2, value: 3, gauge: 4 },
        { engine, instruments: GAUGES, places: placesIn(HOUSE) },
        {
          unit: 'mm',
          depthUnit: 'mm',
          instrumentId: null,
          cylinder: 0,
          kitOf: () => null,
          at: AT,
        },
      );
    const said = (cells: readonly string[]) => {
      const read = row(cells);
      return read.ok ? null : read.sentence;
    };
    expect(said(['moon', 'crank.run-out', '', '0.01', 'Lever dial 0.8'])).toContain(
      'no such thing to measure',
    );
    expect(said(['centre', 'crank.run-out', 'top', '0.01', 'Lever dial 0.8'])).toContain('no place on the');
    expect(said(['centre', 'crank.wish', '', '0.01', 'Lever dial 0.8'])).toContain('no part that is read');
    expect(said(['centre', 'crank.run-out', '', '0.01', 'Calliper 150'])).toContain('does not read');
    expect(said(['centre', 'crank.run-out', '', '0.000', 'Lever dial 0.8'])).toBeNull();
  });
});

describe('a clutch whose pack hangs on a code', () => {
  const engine = engines.find((e) => e.id.startsWith('varrow-744'))!;
  const { measures } = MEASURING.find((r) => r.name === 'clutch')!.measuring;
  const pack = measures.find((m) => m.part === 'clutch.pack')!;
  const says = (height: number, code: string | null) =>
    figuresOf(engine, pack, measures, pack.things(engine)[0]!, mm(height), code).map((f) => [
      f.side,
      f.state,
    ]);

  it('is held against the limits of its own code, and against none while nobody read it', () => {
    // 46.9 is a sound pack of ten plates; nine plates that high are no pack of this engine.
    expect(says(46.9, 'C2')).toContainEqual(['min', 'within']);
    expect(says(43.4, 'C1')).toContainEqual(['min', 'within']);
    expect(says(43.4, 'C2')).toContainEqual(['min', 'beyond']);
    expect(says(43.4, null).map(([, state]) => state)).not.toContain('within');
    expect(says(43.4, null).map(([, state]) => state)).not.toContain('beyond');
  });

  it('asks for as many plates as it has; for the larger pack while nobody knows', () => {
    const job = (code: string | null) => {
      const file = jobOf(engine, []);
      return inHouse({ ...file, job: { ...file.job, variant: { ...file.job.variant, code } } });
    };
    const plates = (code: string | null) =>
      listedThings(job(code), 'clutch', true).filter((l) => l.m.part === 'clutch.plate').length;
    expect(plates('C1')).toBe(9);
    expect(plates('C2')).toBe(10);
    expect(plates(null)).toBe(10);
    expect(packsOf(job(null)).map((v) => v.code)).toEqual(['C1', 'C2']);
    expect(pack.heldOn!(job('C2'))).toBe(
      'code C2: 10 friction and 9 steel plates, two narrow friction plates, first and last, pressed flat by hand',
    );
  });
});

describe('valves', () => {
  const engine = engines.find((e) => e.id === 'varrow-644-twin')!;
  const valves = MEASURING.find((r) => r.name === 'valves')!.measuring.measures;
  const stem = measurandOf('valves.stem')!;
  const guide = measurandOf('valves.guide')!;

  it('stem clearance is the widest place of the guide less the thinnest of the stem, and mirrored', () => {
    const thing = stem.things(engine).find((t) => t.name === 'left exhaust valve 1')!;
    const at = (m: Measurand, texts: readonly string[], gauge: string): LogEntry[] =>
      m.spots(engine, thing).map((s, i) => reading(placeOn(m, thing, s), texts[i]!, gauge));
    const log = [
      ...at(stem, ['5.478', '5.476', '5.474'], 'mic-0-25'),
      ...at(guide, ['5.510', '5.506', '5.514'], 'small-holes'),
    ];
    const { items } = judgeJob(jobOf(engine, log));
    const of = (side: 'min' | 'max') =>
      items.find((f) => f.key === `valves.stem-clearance:${thing.key}:stem-clearance:${side}`)!;
    expect(of('max').value).toBeCloseTo(mm(0.04), -1);
    expect(of('min').value).toBeCloseTo(mm(0.028), -1);
    // Reused: the service maximum; a minimum that would seize is that of new ones.
    expect(of('max').limitAt).toBe(mm(0.09));
    expect(of('min').limitAt).toBe(mm(0.02));
    expect(valves).toContain(stem);
  });

  it('intake and exhaust are held each against its own line of the sheet', () => {
    const log = stem
      .things(engine)
      .filter((t) => t.name.endsWith('valve 1') && t.name.startsWith('left'))
      .flatMap((t) => stem.spots(engine, t).map((s) => reading(placeOn(stem, t, s), '5.470', 'mic-0-25')));
    const { items } = judgeJob(jobOf(engine, log));
    const limits = items.filter((f) => f.key.startsWith('valves.stem:')).map((f) => [f.feature, f.limitAt]);
    expect(limits).toEqual([
      ['valve.stem.intake', mm(5.465)],
      ['valve.stem.exhaust', mm(5.455)],
    ]);
  });
});

describe('gaps', () => {
  it('their limits are those of used parts where there are any', () => {
    const engine = engines.find((e) => e.id === 'varrow-644-twin')!;
    const file = inHouse(jobOf(engine, []));
    expect(gapLimits(file, { part: 'crank.rod-side', thing: '0', spot: '' })).toEqual({
      low: mm(0.15),
      high: mm(0.5),
      slack: 0,
    });
    expect(gapLimits(file, { part: 'head.flatness', thing: 'head', spot: 'front' })).toEqual({
      low: null,
      high: mm(0.05),
      slack: 2_000,
    });
    expect(isOfCylinder({ part: 'head.flatness', thing: 'head', spot: 'front' })).toBe(false);
  });
});
