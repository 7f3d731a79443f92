import {
  judged,
  waysOf,
  boresOf,
  costText,
  daysOf,
  inHouse,
  mm,
  money,
  propagate,
  reportOf,
  mapKey,
  walkIn,
  type EngineSpec,
  type JobFile,
  type AnyEntry,
  type MapProblem,
  type MapSpread,
  type SizePlace,
} from '@tribos/core';
import { engines } from '../src/index.js';
import { jobOf, reading } from './support.js';

const engine = (of: string): EngineSpec => engines.find((e) => e.id.includes(of))!;
const known = new Map<string, MapSpread>();
const spread = (p: MapProblem) => {
  const key = mapKey(p);
  known.set(key, known.get(key) ?? propagate(p, 8_000));
  return known.get(key)!;
};

/** Every bore read all over at one size, its piston at another. */
function worn(
  of: string,
  bore: number,
  piston: number | null = null,
  more: Partial<EngineSpec> = {},
): JobFile {
  const e = { ...engine(of), ...more };
  const bare = inHouse(jobOf(e, []));
  const log: AnyEntry[] = walkIn(bare)
    .filter((p): p is SizePlace => 'cylinder' in p && (p as { part: string }).part === 'bore')
    .map((p) => reading(p, bore.toFixed(3), boreGauge(e)));
  const pistons = e.cylinders.flatMap((_, cylinder) =>
    piston === null
      ? []
      : [
          reading(
            { part: 'piston', cylinder, place: 'gauge-height', kit: null },
            piston.toFixed(3),
            micrometer(e),
          ),
        ],
  );
  return inHouse(jobOf(e, [...log, ...pistons]));
}
const gauge = (type: readonly string[], size: number) =>
  jobOf(engine('644'), []).instruments.find(
    (i) => type.includes(i.type) && size >= i.rangeLow && size <= i.rangeHigh,
  )!.id;
const boreGauge = (e: EngineSpec) => gauge(['dial-bore', 'telescoping', 'calliper'], e.bore);
const micrometer = (e: EngineSpec) => gauge(['micrometer', 'calliper'], e.bore);
const waysFor = (file: JobFile) => waysOf(judged(file, spread), 'mm');
const way = (file: JobFile, key: string) => waysFor(file).ways.find((w) => w.key.includes(key))!;

describe('what a way costs and how long it takes', () => {
  it('adds up to the cent: the 386 bored to +0.25', () => {
    const { cost } = way(worn('386', 84.095), 'bore:drumlin-386.lintel.plus-0-25');
    // piston 98.00, gaskets 17.40 and 11.60, plug 9.50, two clips 4.80, boring 62.00, freight 18.50,
    // 4.5 h, 0.75 h and a third of an hour at 72.00: 324.00, 54.00, 24.00. One in 25 comes back a second time, too
    // small: 0.04 of 18.50 for its freight, 0.74.
    expect(cost!.missing).toEqual([]);
    expect(cost!.net).toBe(62_454);
    // 19 % of 624.54 is 118.6626.
    expect(cost!.tax).toBe(11_866);
    expect(cost!.total).toBe(74_320);
    expect(cost!.lines.reduce((sum, l) => sum + l.total, 0)).toBe(cost!.net);
    expect(cost!.firm!.name).toBe('Ferrow Bore Works');
  });

  it('every total of every way of every engine is its lines and the tax, nothing named twice', () => {
    for (const e of engines)
      for (const w of waysOf(judged(jobOf(e, [])), 'mm').ways) {
        if (!w.cost) continue;
        const sum = w.cost.lines.reduce((s, l) => s + l.total, 0);
        expect([w.cost.net, w.cost.total]).toEqual([sum, sum + w.cost.tax]);
        expect(w.cost.tax).toBe(Math.round(sum * 0.19));
        const names = w.cost.lines.map((l) => `${l.group} ${l.name}`);
        expect(new Set(names).size).toBe(names.length);
      }
  });

  it('stands in the report with the totals of the comparison, until one of the ways is gone', () => {
    const file = worn('386', 84.095, 83.94);
    const { ways, recommended } = waysFor(file);
    const section = (of: JobFile) => reportOf(of, 'mm', spread).sections.find((s) => s.key === 'ways');
    const [table] = section(file)!.blocks as unknown as readonly { rows: readonly (readonly string[])[] }[];
    const open = ways.filter((w) => w.feasible && w.odds.p !== null);
    expect(table!.rows.map((r) => r[1])).toEqual(open.map((w) => costText(file, w)));
    expect(table!.rows.filter((r) => r[0]!.endsWith('(recommended)')).map((r) => r[0])).toEqual(
      recommended ? [`${recommended.name} (recommended)`] : [],
    );
    // Nothing is read yet: nothing is compared on paper.
    expect(section(inHouse(jobOf(engine('386'), [])))).toBeUndefined();
  });

  it('says what is no longer made, what goes in its place, and that it has no price', () => {
    const exchange = way(worn('212', 62.85), 'exchange:');
    expect(exchange.cost!.open).toBe(true);
    expect(exchange.cost!.lines.find((l) => l.note)!.note).toContain('no longer made: a good used one');
  });

  it('takes as long as its parts, then its outside work, then its hours', () => {
    const sure = (d: number) => ({ soonest: d, usual: d, latest: d });
    expect(daysOf([sure(2), sure(3)], [sure(4)], 120)).toEqual({ median: 8, late: 8 });
    // Triangular 2, 4, 9: half by 9 − √(0.5·35) = 4.82, nine in ten by 9 − √(0.1·35) = 7.13.
    expect(daysOf([], [{ soonest: 2, usual: 4, latest: 9 }], 0)).toEqual({ median: 5, late: 8 });
    expect(money(1)).toBe(1);
  });
});

describe('ways out of an iron sleeve', () => {
  // Of each: kit, bore read, its clearance from…to, share of one-sided wear the kit still cleans.
  it.each([
    // F = 84.212 + 0.03556: (84.24756 − 0.050 − 84.000)/(2·0.095) = 1.040.
    ['386', 'plus-0-25', 84.095, 84.212 + 0.055_88, 1.0398],
    // F = 77.217 + 0.030: (77.247 − 0.050 − 77.000)/(2·0.118) = 0.835.
    ['644', 'plus-0-25', 77.118, 77.217 + 0.048, 0.8347],
    // F = 81.165 + 0.080: (81.245 − 0.050 − 81.000)/(2·0.150) = 0.650.
    ['720', 'plus-0-25', 81.15, 81.165 + 0.11, 0.65],
  ] as const)('%s %s: sizes and odds by hand', (of, kit, bore, high, share) => {
    const file = worn(of, bore);
    const w = way(file, `.${kit}`);
    expect(w.feasible).toBe(true);
    const odds = w.option!.cylinders[0]!.odds!;
    expect(odds.shareMax).toBeCloseTo(share, 3);
    // Even wear to one-sided, any share alike: (f − ½)/½, widened by a gauge of 2 to 4 µm.
    expect(odds.p!).toBeCloseTo(Math.min(1, (share - 0.5) / 0.5), 1);
    for (const { target } of w.targets)
      expect(target.high).toBe(Math.floor(mm(Number(high.toFixed(6))) / 1_000) * 1_000);
    const inside = w.targets.reduce((p, t) => p * t.target.visits.kept, 1);
    const clean = w.option!.cylinders.reduce((p, c) => p * c.odds!.p!, 1);
    expect(w.odds.p).toBeCloseTo(inside * clean, 9);
    expect(way(file, 'replate:').whyNot).toContain('iron sleeve');
  });

  it('leaves (OD − F)/2 of its sleeve, and less where the bar leaves the old axis', () => {
    const w = way(worn('644', 77.118), '.plus-0-50');
    // (82.5 − 77.515)/2 = 2.4925, half of 0.118 − 0.000 … less at worst.
    expect(w.life.wallLeft).toBe(2_492_500);
    expect(w.life.wallWorst!).toBeCloseTo(
      2_492_500 - (boresOf(worn('644', 77.118), 'mm')[0]!.survey!.largest.of.value - 77_000_000) / 2,
      -1,
    );
    expect(w.life.oversizesLeft).toBe(1);
  });

  it('is recommended by price among what surely does; a piston nobody read keeps the bore as it is open', () => {
    const wornOut = waysFor(worn('644', 77.118, 76.9));
    expect(wornOut.recommended!.key).toContain('plus-0-50');
    expect(waysFor(worn('644', 77.02)).recommended).toBeNull();
    // As good as new, and two directions cannot tell it from too tight: it is read on, and nobody bores it for that.
    const sound = waysFor(worn('644', 77.008, 76.966));
    expect(sound.recommended).toBeNull();
    expect(sound.ways.find((w) => w.route === 'reuse')!.odds.p).toBeGreaterThan(0);
    // With room at both ends of its clearance it simply goes back.
    expect(waysFor(worn('644', 77.045, 76.962)).recommended?.route).toBe('reuse');
  });
});

describe('ways out of plating and chrome', () => {
  it.each([
    // grade A 78.962 + 0.050; matched pair 76.288 + 0.125; standard 45.145 + 0.070.
    ['312', 'grade-a', 79.05, 79.012],
    ['620', 'corrie', 76.45, 76.413],
    ['59', 'standard', 45.24, 45.215],
  ] as const)('%s: replated for its piston, to its high end', (of, kit, bore, high) => {
    const all = waysFor(worn(of, bore)).ways;
    const replate = all.find((w) => w.route === 'replate' && w.key.includes(kit))!;
    expect(replate.feasible).toBe(true);
    for (const { target } of replate.targets) {
      expect(target.high).toBe(mm(high));
      if (!target.cannotBeVerified) expect(replate.odds.p!).toBeLessThanOrEqual(target.visits.kept + 1e-12);
    }
    expect(all.filter((w) => w.feasible && ['bore', 'hone'].includes(w.route))).toEqual([]);
    // Nobody is told that what is past its limit goes back.
    expect(all.find((w) => w.route === 'reuse')!.odds.p ?? 0).toBeLessThan(0.05);
  });

  it.each(['312', '620', '59'])('%s, were it chromed: replated or exchanged, nothing else', (of) => {
    const all = waysFor(worn(of, engine(of).bore / 1e6 + 0.05, null, { wall: 'chrome' })).ways;
    const able = new Set(all.filter((w) => w.feasible).map((w) => w.route));
    for (const never of ['bore', 'hone', 'sleeve'] as const) expect(able.has(never)).toBe(false);
    expect(able.has('replate') && able.has('exchange')).toBe(true);
  });
});
