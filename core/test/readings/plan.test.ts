import {
  borePlan,
  isBlocked,
  mm,
  placeEstimate,
  placeKey,
  uncertaintyOf,
  walk,
  type EngineSpec,
  type TakenReading,
} from '@tribos/core';
import { bore, CALLIPER, GAUGES, instrument, RING, TWIN, TWENTY } from '../support.js';

const port = (roof: number, floor: number, from: number, to: number) => ({
  name: 'port',
  roof: mm(roof),
  floor: mm(floor),
  from,
  to,
});
/** Exhaust and two transfers round a 76.4 mm bore. */
const SLED: EngineSpec = {
  ...TWIN,
  bore: mm(76.4),
  zeroAt: 'exhaust',
  depths: { top: mm(20), mid: mm(45), low: mm(82) },
  ports: [port(38.5, 68, -34, 34), port(53, 68, 55, 125), port(53, 68, 235, 305)],
};

describe('plans', () => {
  it.each([
    ['quick', 4],
    ['usual', 6],
    ['full', 12],
  ] as const)('%s has %i places a cylinder', (plan, n) => {
    expect(borePlan(TWIN, plan, 0)).toHaveLength(n);
  });

  it('walks the bores, then the pistons; after a decision the new ones', () => {
    expect(walk(TWIN, 'usual')).toHaveLength(14);
    expect(walk(TWIN, 'usual', () => 'plus-0.5').at(-1)).toEqual({
      part: 'piston',
      cylinder: 1,
      place: 'gauge-height',
      kit: 'plus-0.5',
    });
  });

  it('a diameter half a turn on is the same station', () => {
    expect(placeKey(bore(0, 15, 190))).toBe(placeKey(bore(0, 15, 10)));
  });

  it('blocks a station when either contact would fall in a window or beside it', () => {
    expect(isBlocked(SLED, mm(45), 0)).toBe(true);
    expect(isBlocked(SLED, mm(45), 180)).toBe(true);
    expect(isBlocked(SLED, mm(45), 45)).toBe(false);
    expect(isBlocked(SLED, mm(60), 90)).toBe(true);
    expect(isBlocked(SLED, mm(20), 0)).toBe(false);
    // 1.5 mm beside a window at 34° on a 38.2 mm radius is 2.25°.
    expect(isBlocked(SLED, mm(45), 36)).toBe(true);
    expect(isBlocked(SLED, mm(45), 37)).toBe(false);
    expect(isBlocked(SLED, mm(37.1), 0)).toBe(true);
    expect(isBlocked(SLED, mm(36.9), 0)).toBe(false);
  });

  it('turns the pair to 45/135 between the exhaust roof and the transfers', () => {
    const mid = borePlan(SLED, 'usual', 0).filter((p) => p.station.depth === mm(45));
    expect(mid.map((p) => [p.station.angle, p.blocked])).toEqual([
      [45, false],
      [135, false],
    ]);
  });
});

describe('what a station says', () => {
  const bench = { instruments: GAUGES, thermal: TWENTY, studies: [] };
  const take = (id: string, value: number, instrumentId = 'ring-set'): TakenReading => ({
    id,
    value: mm(value),
    instrumentId,
    place: 'p',
    part: 'b',
    sense: 'inside',
    at: '2026-01-01T00:00:00Z',
    material: 'grey-iron',
  });

  it('averages every repeat', () => {
    const s = placeEstimate([take('a', 77.094), take('b', 77.096), take('c', 77.095)], bench);
    expect(s.estimate.value).toBeCloseTo(mm(77.095), -1);
    expect(s.raised).toBe(false);
  });

  it('raises the scatter to what was seen when repeats range too far', () => {
    // s of the gauge with its step: 1.528 µm; 2.77 s = 4.2 µm.
    expect(placeEstimate([take('a', 77.094), take('b', 77.098)], bench).raised).toBe(false);
    const wild = placeEstimate([take('a', 77.09), take('b', 77.1)], bench);
    expect(wild.raised).toBe(true);
    expect(uncertaintyOf(wild.estimate).u).toBeGreaterThan(5_000);
    expect(placeEstimate([take('a', 77.094), take('b', 77.098), take('c', 77.0995)], bench).raised).toBe(
      true,
    );
  });

  it('fuses two gauges that agree by inverse variance, so the better one leads', () => {
    const s = placeEstimate([take('a', 77.1, 'telescoping'), take('b', 77.094)], bench);
    expect(s.conflict).toBe(false);
    expect(s.estimate.value).toBeLessThan(mm(77.095));
    expect(uncertaintyOf(s.estimate).u).toBeLessThan(2_400);
  });

  it('names two gauges that disagree and widens what stands', () => {
    const s = placeEstimate([take('a', 77.13, 'telescoping'), take('b', 77.094)], bench);
    expect(s.conflict).toBe(true);
    expect(s.estimate.value).toBeCloseTo(mm(77.094), -3);
    expect(uncertaintyOf(s.estimate).u).toBeGreaterThan(17_000);
  });

  it('takes the median of three where an outlier was read twice more', () => {
    expect(
      placeEstimate([take('a', 77.15), take('b', 77.094), take('c', 77.095)], bench, true).estimate.value,
    ).toBeCloseTo(mm(77.095), -1);
  });

  it('knows a station read only with a three-point gauge', () => {
    const three = instrument('three', 'dial-bore', { kind: 'ring', u: 300 }, { contacts: 3 });
    const b = { ...bench, instruments: [...GAUGES, three] };
    expect(placeEstimate([take('a', 77.09, 'three')], b).threePoint).toBe(true);
    expect(placeEstimate([take('a', 77.09, 'three'), take('b', 77.09)], b).threePoint).toBe(false);
    expect([RING, CALLIPER].every((i) => i.contacts === 2)).toBe(true);
  });
});
