import {
  HEAD_MEASURES,
  BEARING_MEASURES,
  CRANK_MEASURES,
  leafBracket,
  leafToTry,
  measurandFigures,
  mm,
  SIX_LINES,
  TWO_BY_TWO,
  um,
  USUAL_LEAVES,
  type Figure,
  type LeafAnswer,
  type LogEntry,
  type Measurand,
  type ThingPlace,
} from '@tribos/core';
import { HERE, limit, MIC, reading } from '../support.js';
import { MOST, rates, shows, type Draw } from './hidden.js';
import { DIAL, fileWith, withLimits } from './support.js';

const figuresOf = (
  m: Measurand,
  measures: readonly Measurand[],
  log: readonly LogEntry[],
  engine = withLimits([]),
): readonly Figure[] => measurandFigures(fileWith(log, engine), m, measures);

const JOURNAL = BEARING_MEASURES[0]!;
const L = mm(35.97);
const OVAL = mm(0.02);

/** A journal read at its four spots: true diameters there. */
const journal =
  (truth: readonly [number, number, number, number], key: string, engine = withLimits([])) =>
  (draw: Draw): Figure => {
    const read = shows(MIC, draw);
    const log = TWO_BY_TWO.map((s, i) =>
      reading({ part: 'bearings.journal', thing: '1', spot: s.key }, read(truth[i]!), 'mic'),
    );
    return figuresOf(JOURNAL, BEARING_MEASURES, log, engine).find((f) => f.key.endsWith(`:${key}`))!;
  };

describe('a journal', () => {
  // Nothing of shape on file: what two directions cannot see is held against its wear.
  const noOval = withLimits([
    limit('crank.journal-oval', 'service', null, null),
    limit('crank.journal', 'service', 35.97, null),
  ]);

  it('exactly at its limit everywhere is neither passed nor condemned more often than 1 in 20', () => {
    const { within, beyond } = rates(journal([L, L, L, L], 'size:min', noOval), 1);
    expect(within).toBeLessThanOrEqual(MOST);
    expect(beyond).toBeLessThanOrEqual(MOST);
  });

  it('well inside is passed, well past is condemned, and never the other way round', () => {
    // 2.8 µm for one reading; 12 µm leaves room for the oval that two directions cannot see.
    const at = (off: number): [number, number, number, number] => [L + off, L + off, L + off, L + off];
    const inside = rates(journal(at(um(12)), 'size:min', noOval), 2);
    expect(inside.beyond).toBeLessThanOrEqual(0.01);
    expect(inside.within).toBeGreaterThan(0.9);
    const past = rates(journal(at(-um(8)), 'size:min', noOval), 3);
    expect(past.within).toBeLessThanOrEqual(0.01);
    expect(past.beyond).toBeGreaterThan(0.5);
  });

  it('as oval as its limit at both places, or as tapered in both directions, is neither', () => {
    const d = mm(35.99);
    const oval = rates(journal([d + OVAL, d, d + OVAL, d], 'oval:max'), 4);
    expect(oval.within).toBeLessThanOrEqual(MOST);
    expect(oval.beyond).toBeLessThanOrEqual(MOST);
    const taper = rates(journal([d + OVAL, d + OVAL, d, d], 'taper:max'), 5);
    expect(taper.within).toBeLessThanOrEqual(MOST);
    expect(taper.beyond).toBeLessThanOrEqual(MOST);
  });

  it('round and straight is passed as that', () => {
    const d = mm(35.99);
    expect(rates(journal([d, d, d, d], 'oval:max'), 6).within).toBeGreaterThan(0.9);
    expect(rates(journal([d, d, d, d], 'taper:max'), 7).within).toBeGreaterThan(0.95);
  });
});

describe('run-out', () => {
  const runOut = (truth: number) => (draw: Draw) => {
    const log = [
      reading({ part: 'crank.run-out', thing: 'flywheel', spot: '' }, shows(DIAL, draw)(truth), 'dial'),
    ];
    return figuresOf(CRANK_MEASURES[0]!, CRANK_MEASURES, log).find((f) => f.key.includes('flywheel'))!;
  };
  const LIMIT = mm(0.05);

  it('at its limit is neither passed nor condemned more often than 1 in 20', () => {
    const { within, beyond } = rates(runOut(LIMIT), 8);
    expect(within).toBeLessThanOrEqual(MOST);
    expect(beyond).toBeLessThanOrEqual(MOST);
  });

  it('2u inside or past it the wrong word is said at most once in a hundred', () => {
    expect(rates(runOut(LIMIT - um(6)), 9).beyond).toBeLessThanOrEqual(0.01);
    expect(rates(runOut(LIMIT + um(6)), 10).within).toBeLessThanOrEqual(0.01);
  });
});

describe('flatness by straightedge and leaf', () => {
  const FLAT = HEAD_MEASURES[0]!;
  const TOLERANCE = 5_000;
  const limits = { low: null, high: mm(0.05) };

  /** Six lines tried by whoever follows the leaf proposed, until nothing more has to be tried. */
  const warped = (worst: number) => (draw: Draw) => {
    const errors = new Map(USUAL_LEAVES.map((l) => [l, draw.either(TOLERANCE)]));
    let n = 0;
    const log = SIX_LINES.flatMap((line, i): LogEntry[] => {
      const truth = i === 0 ? worst : worst * draw.uniform();
      const tries: { stack: readonly number[]; answer: LeafAnswer }[] = [];
      for (let k = 0; k < 12; k += 1) {
        const bracket = leafBracket(tries as never);
        const next = leafToTry(USUAL_LEAVES, bracket, limits, TOLERANCE + (FLAT.slack ?? 0), 30_000);
        if (next === null) break;
        const thick = next.reduce((sum, l) => sum + l + errors.get(l)!, 0);
        tries.push({ stack: next, answer: thick <= truth ? 'goes' : 'does-not' });
      }
      const station: ThingPlace = { part: 'head.flatness', thing: 'head', spot: line.key };
      return tries.map((t): LogEntry => {
        n += 1;
        return {
          kind: 'leaf',
          id: `l${n}`,
          at: '2026-03-01T10:00:00.000Z',
          by: 'first',
          ...HERE,
          station,
          instrumentId: 'leaves',
          stack: [...t.stack] as never,
          answer: t.answer,
        };
      });
    });
    return figuresOf(FLAT, HEAD_MEASURES, log)[0]!;
  };

  it('a head warped by exactly its limit is neither passed nor condemned more often than 1 in 20', () => {
    const { within, beyond } = rates(warped(mm(0.05)), 11);
    expect(within).toBeLessThanOrEqual(MOST);
    expect(beyond).toBeLessThanOrEqual(MOST);
  });

  it('a flat one is passed, a warped one condemned', () => {
    expect(rates(warped(mm(0.02)), 12).within).toBeGreaterThan(0.95);
    const past = rates(warped(mm(0.085)), 13);
    expect(past.within).toBe(0);
    expect(past.beyond).toBeGreaterThan(0.9);
  });
});
