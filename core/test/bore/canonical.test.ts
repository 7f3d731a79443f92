import fc from 'fast-check';
import {
  mapKey,
  mm,
  propagate,
  type Component,
  type Estimate,
  type JobFile,
  type MapProblem,
} from '@tribos/core';
import { judgedWhole, bores, GAUGES, jobFile, piston } from '../support.js';

const KINDS = ['resolution', 'repeatability', 'scale', 'temperature'] as const;
/** Error sources told apart by their amplitude, and which of them each station has. */
const problems = fc
  .record({
    amplitudes: fc.uniqueArray(fc.integer({ min: 100, max: 9_000 }), { minLength: 3, maxLength: 7 }),
    has: fc.array(fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }), { minLength: 8, maxLength: 8 }),
    piston: fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
    few: fc.integer({ min: 0, max: 6 }),
  })
  .map(({ amplitudes, has, piston, few }): MapProblem => {
    const estimate = (size: number, mine: readonly boolean[]): Estimate => ({
      value: mm(size),
      components: amplitudes.flatMap((amplitude, n): Component[] =>
        mine[n]
          ? [
              {
                key: `source ${n}`,
                kind: KINDS[n % KINDS.length]!,
                amplitude,
                dof: n === few ? 9 : Infinity,
                shape: n % 2 === 0 ? 'normal' : 'rectangular',
                ...(n === few ? { pool: 'study' } : {}),
              },
            ]
          : [],
      ),
    });
    return {
      places: has.map((mine, i) => ({
        depth: mm(15 + 30 * Math.floor(i / 4)),
        angle: 45 * (i % 4),
        of: estimate(77.09 - i / 500, mine),
      })),
      piston: estimate(76.95, piston),
      sigma: 2_000,
      fits: [],
      taper: 'worst-direction',
      limits: { largest: { side: 'max', at: mm(77.095) }, tightest: { side: 'min', at: mm(0.13) } },
    };
  });

const reordered = (problem: MapProblem, rename: (key: string) => string): MapProblem => {
  const estimate = (e: Estimate): Estimate => ({
    ...e,
    components: [...e.components]
      .reverse()
      .map((c) => ({ ...c, key: rename(c.key), ...(c.pool ? { pool: rename(c.pool) } : {}) })),
  });
  return {
    ...problem,
    places: problem.places.map((s) => ({ ...s, of: estimate(s.of) })),
    piston: problem.piston && estimate(problem.piston),
  };
};

describe('a map in its one order', () => {
  it('is drawn to the same bits, whatever its error sources are called and in whatever order they stand', () => {
    fc.assert(
      fc.property(problems, fc.string({ minLength: 1, maxLength: 4 }), (problem, salt) => {
        const other = reordered(problem, (key) => `${[...key].reverse().join('')}${salt}`);
        expect(mapKey(other)).toBe(mapKey(problem));
        expect(propagate(other, 4_000)).toEqual(propagate(problem, 4_000));
      }),
      { numRuns: 25 },
    );
  });

  it('is another one as soon as a source is shared that was not', () => {
    const source = (key: string): Component => ({
      key,
      kind: 'scale',
      amplitude: 2_000,
      dof: Infinity,
      shape: 'normal',
    });
    const two = (keys: readonly [string, string]): MapProblem => ({
      places: keys.map((key, i) => ({
        depth: mm(15),
        angle: 90 * i,
        of: { value: mm(77), components: [source(key)] },
      })),
      piston: null,
      sigma: 0,
      taper: 'worst-direction',
      limits: {},
      fits: [],
    });
    expect(mapKey(two(['a', 'a']))).not.toBe(mapKey(two(['a', 'b'])));
    expect(mapKey(two(['a', 'b']))).toBe(mapKey(two(['b', 'a'])));
    const round = (p: MapProblem) => propagate(p, 8_000).figures.outOfRound!.high;
    expect(round(two(['a', 'a']))).toBe(0);
    expect(round(two(['a', 'b']))).toBeGreaterThan(4_000);
  });

  it('keeps its figures when a job is read in where its gauges and readings have other names', () => {
    const here = jobFile([
      ...bores(
        [0, 1].map((n) => [
          [`77.02${n}`, '77.018'],
          ['77.016', '77.015'],
          ['77.012', '77.012'],
        ]),
      ),
      piston(0, '76.967'),
      piston(1, '76.967'),
    ]);
    const names = [...GAUGES.map((g) => g.id), ...here.log.map((e) => e.id)];
    const there = JSON.parse(
      names.reduce(
        (text, name, i) =>
          text.replaceAll(
            new RegExp(`"(id|instrumentId)":"${name}"`, 'g'),
            `"$1":"${(names.length - i).toString(36)}-there"`,
          ),
        JSON.stringify(here),
      ),
    ) as JobFile;
    expect(there).not.toEqual(here);
    const keys = (file: JobFile) => judgedWhole(file).maps.map((map) => mapKey(map!));
    expect(keys(there)).toEqual(keys(here));
  });
});
