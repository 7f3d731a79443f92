import fc from 'fast-check';
import {
  fromPartMean,
  gaugeStudy,
  OutOfRange,
  pDecides,
  rankActions,
  readingEstimate,
  repeatabilityStudy,
  studyCells,
  studyFor,
  mm,
  type Bench,
  type PartStudy,
  type StudyCell,
} from '@tribos/core';
import { MIC, TWENTY } from '../support.js';

describe('own repeatability', () => {
  const ten = [3, 1, 2, 4, 2, 3, 1, 2, 3, 4].map((v) => v * 1000);

  it('is the standard deviation of ten blind repeats', () => {
    // Mean 2.5; squares 0.25·6 + 2.25·4 = 10.5 about it; √(10.5 / 9) = 1.0801
    const { s, dof } = repeatabilityStudy(ten, 1_000);
    expect(s).toBeCloseTo(1080.12, 1);
    expect(dof).toBe(9);
  });

  it('does not believe a gauge that always shows the same figure', () => {
    expect(repeatabilityStudy(Array<number>(10).fill(5_000), 10_000).s).toBeCloseTo(
      10_000 / Math.sqrt(12),
      6,
    );
  });

  it('needs ten', () => {
    expect(() => repeatabilityStudy(ten.slice(1), 1_000)).toThrow(OutOfRange);
  });

  it('is used for that person and that gauge from then on, the last one, with its degrees of freedom', () => {
    const study = (s: number, at: string, by = 'first') => ({ instrumentId: 'mic', by, at, s, repeats: 10 });
    const studies = [
      study(4_000, '2026-01-01'),
      study(3_000, '2026-02-01'),
      study(9_000, '2026-03-01', 'other'),
    ];
    expect(studyFor(studies, 'mic', 'first')!.s).toBe(3_000);
    expect(studyFor(studies, 'telescoping', 'first')).toBeNull();
    const bench: Bench = { instruments: [MIC], thermal: TWENTY, studies };
    const read = (by: string) =>
      readingEstimate(
        {
          id: 'a',
          value: mm(77),
          instrumentId: 'mic',
          place: 'p',
          at: '2026-04-01',
          by,
          part: 'x',
          sense: 'outside',
          material: 'steel',
        },
        bench,
      ).components.find((c) => c.kind === 'repeatability')!;
    expect(read('first')).toMatchObject({ amplitude: 3_000, dof: 9 });
    expect(read('stranger')).toMatchObject({ amplitude: 1_500, dof: Infinity });
  });
});

/** Two people, two parts, two repeats, worked by hand below. */
const HAND: StudyCell[] = [
  { person: 'P', part: 'A', values: [10, 12] },
  { person: 'P', part: 'B', values: [20, 22] },
  { person: 'Q', part: 'A', values: [12, 14] },
  { person: 'Q', part: 'B', values: [24, 26] },
];

describe('gauge or hands', () => {
  it('splits the scatter as by hand', () => {
    // Grand mean 17.5. People 16, 19: SS 4·2·1.5² = 18. Parts 12, 23: SS 4·2·5.5² = 242.
    // Cells 11, 21, 13, 25: 2·(42.25 + 12.25 + 20.25 + 56.25) = 262, so both 2. Repeats SS 8 over 4: MS 2.
    // Person (18 − 2)/4 = 4, part (242 − 2)/4 = 60, both (2 − 2)/2 = 0; gauge √(2 + 4) = 2.449.
    const study = gaugeStudy(HAND, 100);
    expect(study.repeatability).toBeCloseTo(Math.SQRT2, 12);
    expect(study.person).toBeCloseTo(2, 12);
    expect(study.interaction).toBeCloseTo(0, 6);
    expect(study.part).toBeCloseTo(Math.sqrt(60), 12);
    expect(study.gauge).toBeCloseTo(Math.sqrt(6), 12);
    expect(study.repeatabilityDof).toBe(4);
    expect(study.percentOfTolerance).toBeCloseTo(600 * Math.sqrt(6) * 0.01, 9);
  });

  it('has no share of a one-sided limit, and no negative component', () => {
    const alike = HAND.map((c) => ({ ...c, values: [10, 20] }));
    const study = gaugeStudy(alike, null);
    expect(study.percentOfTolerance).toBeNull();
    expect([study.person, study.interaction, study.part]).toEqual([0, 0, 0]);
  });

  it('does not move when every reading moves alike', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 80_000_000 }), (shift) => {
        const moved = HAND.map((c) => ({ ...c, values: c.values.map((v) => v + shift) }));
        expect(gaugeStudy(moved, null).gauge).toBeCloseTo(gaugeStudy(HAND, null).gauge, 6);
      }),
    );
  });

  it.each([
    ['one person', HAND.slice(0, 2)],
    ['one part', [HAND[0]!, HAND[2]!]],
    ['one repeat', HAND.map((c) => ({ ...c, values: [1] }))],
    ['uneven repeats', [...HAND.slice(0, 3), { ...HAND[3]!, values: [1, 2, 3] }]],
    ['a cell missing', HAND.slice(0, 3)],
    ['a cell twice', [...HAND.slice(0, 3), HAND[0]!]],
  ])('refuses %s', (_, cells) => {
    expect(() => gaugeStudy(cells, null)).toThrow(OutOfRange);
  });
});

describe('the table a shop’s studies make', () => {
  const study = (by: string, part: string, values: number[], at = '2026-01-01'): PartStudy => ({
    by,
    part,
    at,
    values,
  });
  const full = ['P', 'Q'].flatMap((by) => ['A', 'B'].map((part) => study(by, part, [1, 2, 3])));

  it('holds the people who measured every part, cut to the fewest repeats', () => {
    const cells = studyCells([...full.slice(0, 3), study('Q', 'B', [4, 5]), study('R', 'A', [9, 9])])!;
    expect(cells.map((c) => `${c.person}${c.part}${c.values.length}`)).toEqual(['PA2', 'PB2', 'QA2', 'QB2']);
  });

  it('takes the last study of a cell', () => {
    const cells = studyCells([...full, study('P', 'A', [7, 8, 9], '2026-02-01')])!;
    expect(cells[0]!.values).toEqual([7, 8, 9]);
  });

  it('is none with one person, one part or single readings', () => {
    expect(studyCells(full.filter((s) => s.by === 'P'))).toBeNull();
    expect(studyCells(full.filter((s) => s.part === 'A'))).toBeNull();
    expect(studyCells(full.map((s) => ({ ...s, values: [1] })))).toBeNull();
    expect(studyCells([])).toBeNull();
  });

  it('is drawn as distance from each part’s mean', () => {
    expect(fromPartMean(HAND).map((c) => c.values)).toEqual([
      [-2, 0],
      [-3, -1],
      [0, 2],
      [1, 3],
    ]);
  });
});

describe('what to read next', () => {
  // 77.097 against max 77.105 with a telescoping gauge: u² = 1/12 + 36 + 16/3 = 41.417 µm².
  const own = Math.sqrt(1 / 12 + 36 + 16 / 3);
  const independent = 1 / 12 + 36;
  const repeated = (times: number) => Math.sqrt(own ** 2 - (independent * times) / (times + 1));
  const fused = (u: number) => 1 / Math.hypot(1 / own, 1 / u);
  const p = (after: number) => pDecides(77_097, 77_105, own, after, 'wear');

  it.each([
    ['once more', repeated(1), 0.5],
    ['five more', repeated(5), 0.68],
    ['a dial gauge set in a micrometer', fused(3.6), 0.7],
    ['a dial gauge in a ring', fused(2.3), 0.8],
  ])('%s decides with P %d', (_, after, expected) => {
    expect(p(after)).toBeCloseTo(expected, 2);
  });

  it('never ranks what tells nothing, and prefers the surer of two that take as long', () => {
    const ranked = rankActions({ value: 77_097, limit: 77_105, u: own, consequence: 'wear' }, [
      { kind: 'same', u: own, minutes: 1 },
      { kind: 'poor', u: 5, minutes: 3 },
      { kind: 'good', u: 2, minutes: 3 },
    ]);
    expect(ranked.map((r) => r.action.kind)).toEqual(['good', 'poor']);
    expect(ranked.every((r) => r.worth > 0)).toBe(true);
  });

  it('the farther from the limit, the surer it decides', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }), (a, b) => {
        const at = (away: number) => pDecides(77_105 - away, 77_105, 6.4, 3, 'seizure');
        if (a < b) expect(at(a)).toBeLessThanOrEqual(at(b) + 1e-12);
      }),
    );
  });
});
