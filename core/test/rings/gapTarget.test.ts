import fc from 'fast-check';
import {
  READING,
  displacement,
  gapTarget,
  inch,
  leafToGo,
  leastGap,
  limitFigureText,
  mm,
  mostGap,
  nm,
  schoolText,
  USUAL_LEAVES,
  type GappedRing,
  type Limit,
} from '@tribos/core';
import { limit } from '../support.js';
import { corrie, factor, ringJob } from './ringJob.js';

const STEPS = [
  { below: 40, low: mm(0.16) },
  { below: 60, low: mm(0.21) },
  { below: 80, low: mm(0.26) },
  { below: null, low: mm(0.31) },
];
const steps: Limit = { ...corrie('ring.gap.top', null, 0.62), rows: STEPS };
const target = (of: Parameters<typeof ringJob>[0], ring: GappedRing = 'top') =>
  gapTarget(ringJob(of), 0, ring);

describe('the smallest gap', () => {
  // Each worked by hand: the bore read there times the rule, or the row of its displacement, rounded up once.
  it.each<[string, Parameters<typeof ringJob>[0], GappedRing, number]>([
    [
      '84.6 × 0.0046 = 0.38916',
      { bore: '84.600', limits: [factor('ring.gap.top.factor', 0.0046)] },
      'top',
      389_160,
    ],
    ['79.001 × 0.0042 = 0.3318042', { bore: '79.001' }, 'top', 331_805],
    [
      '76.4 × 0.0046 = 0.35144',
      { bore: '76.400', limits: [factor('ring.gap.top.factor', 0.0046)] },
      'top',
      351_440,
    ],
    ['3.0342 in × 0.0042: 77.06868 mm gives 0.323688456', { bore: '3.0342 in' }, 'top', 323_689],
    [
      'a factor of five digits, 79 × 0.00425',
      { limits: [factor('ring.gap.top.factor', 0.00425)] },
      'top',
      335_750,
    ],
    [
      'a rail’s fixed 0.0115 in',
      { limits: [{ ...corrie('ring.gap.rail', null, null), low: inch(0.0115) }] },
      'upper-rail',
      292_100,
    ],
    ['a range’s low end', { limits: [corrie('ring.gap.top', 0.2, 0.32)] }, 'top', 200_000],
    ['36.3 mm by calliper × 0.0042 = 0.15246', { bore: '36.30', gauge: 'calliper' }, 'top', 152_460],
    [
      '45.2 × 36.5: 58.57 cm³, below 60',
      { bore: '45.200', limits: [steps], engine: { stroke: mm(36.5) } },
      'top',
      210_000,
    ],
    [
      '47.6 × 33.7: 59.97 cm³, below 60 by more than the gauge errs',
      { bore: '47.600', limits: [steps], engine: { stroke: mm(33.7) } },
      'top',
      210_000,
    ],
    [
      'the same by calliper: 60 lies within what it errs, the larger',
      { bore: '47.60', gauge: 'calliper', limits: [steps], engine: { stroke: mm(33.7) } },
      'top',
      260_000,
    ],
    [
      'a silent second, 76.4 × 0.0046 × 1.15 = 0.404156',
      { bore: '76.400', limits: [factor('ring.gap.top.factor', 0.0046)] },
      'second',
      404_156,
    ],
    [
      'a silent second beside a range, 0.22 × 1.15 = 0.253',
      { limits: [corrie('ring.gap.top', 0.22, 0.36)] },
      'second',
      253_000,
    ],
    [
      'a large engine by displacement',
      { bore: '60.000', limits: [steps], engine: { stroke: mm(60) } },
      'top',
      310_000,
    ],
  ])('%s', (_, of, ring, least) => expect(target(of, ring).low).toBe(least));

  it('is shown no smaller than it is, and only a leaf that is not thinner has to go', () => {
    const { low } = target({ bore: '84.600', limits: [factor('ring.gap.top.factor', 0.0046)] });
    expect(limitFigureText(low!, 'low', 'mm')).toBe('0.3892');
    expect(leafToGo([0.35, 0.38, 0.4, 0.45].map(mm), low!)?.thickness).toBe(mm(0.4));
  });

  it('is never smaller than the exact product, whatever bore and factor', () => {
    const size = fc.integer({ min: 20_000_000, max: 200_000_000 });
    const rule = fc.integer({ min: 1, max: 20_000 });
    fc.assert(
      fc.property(size, rule, fc.constantFrom(100, 115), (d, f, times) => {
        // f over 10⁶: a factor of six decimals.
        const least = leastGap(f / 100, nm(d), times);
        const exact = BigInt(d) * BigInt(f) * BigInt(times);
        expect(BigInt(least) * 100_000_000n >= exact).toBe(true);
        expect(BigInt(least - 1) * 100_000_000n < exact).toBe(true);
        expect(BigInt(mostGap(f / 100, nm(d))) * 1_000_000n <= BigInt(d) * BigInt(f)).toBe(true);
        const shown = limitFigureText(least, 'low', 'mm');
        expect(Number(shown) * 1e6).toBeGreaterThanOrEqual(least - 1e-6);
        const go = leafToGo(USUAL_LEAVES, least);
        if (go) expect(go.thickness).toBeGreaterThanOrEqual(least);
      }),
    );
  });

  it('counts displacement by the bore that was read', () => {
    expect(displacement(45.2e6, 36.5e6)).toBeCloseTo(58.568, 3);
    expect(displacement(47.6e6, 33.7e6)).toBeCloseTo(59.97, 2);
  });
});

describe('a rule that hangs on the bore', () => {
  it('gives nothing while the bore is not read there, and says which reading to take', () => {
    const { low, needsBore, bore, min } = target({ unread: true });
    expect({ low, needsBore, missing: bore.missing }).toMatchObject({
      low: null,
      needsBore: true,
      missing: { part: 'bore', depth: mm(15), cylinder: 0 },
    });
    expect(min.status).toBe('none');
  });

  it('takes the mean of that very depth, not of another', () => {
    const file = ringJob({ pack: { gapDepth: { depth: mm(25), from: 'deck' } } });
    expect(gapTarget(file, 0, 'top')).toMatchObject({
      low: null,
      bore: { depth: mm(25), missing: { depth: mm(25) } },
    });
    const skirt = ringJob({ pack: { gapDepth: { depth: mm(25), from: 'skirt' } } });
    expect(gapTarget(skirt, 0, 'top').depths.least).toBe(mm(80));
  });

  it('is not needed by a range, which gives its gap at once', () => {
    expect(target({ unread: true, limits: [corrie('ring.gap.top', 0.2, 0.32)] }).low).toBe(200_000);
  });
});

describe('which rule governs', () => {
  const makers = [limit('ring.gap.top', 'new', 0.25, 0.35), factor('ring.gap.top.factor', 0.0042)];

  it('is the fitted maker’s, with the others and their difference beside it', () => {
    const t = target({ limits: makers });
    expect(t.min.status === 'governed' && t.min.limit.source.party).toBe('Corrie');
    expect(t.others.map((o) => schoolText(o, t, 'mm'))).toEqual([
      'a range (Varrow manual, p. 1, checked) would ask for 0.250 mm: 0.0818 mm tighter than what governs.',
    ]);
  });

  it('is the engine maker’s where its own piston stays', () => {
    const t = target({ limits: makers, decided: false, pack: { piston: 'Varrow', maker: 'Varrow' } });
    expect(t.low).toBe(250_000);
    expect(t.high).toBeNull();
  });

  it('is both where its maker gives a size and a factor: the wider has to be kept', () => {
    const both = (least: number) =>
      target({ limits: [corrie('ring.gap.top', least, null), factor('ring.gap.top.factor', 0.0042)] });
    // 79 × 0.0042 = 0.3318
    expect(both(0.3).low).toBe(331_800);
    expect(both(0.35).low).toBe(350_000);
    const unread = {
      unread: true,
      limits: [corrie('ring.gap.top', 0.35, null), factor('ring.gap.top.factor', 0.0042)],
    };
    expect(target(unread)).toMatchObject({ low: null, needsBore: true });
  });

  it('is nobody’s where the fitted maker is silent: no limit is no pass', () => {
    const t = target({ limits: [limit('ring.gap.top', 'new', 0.25, 0.35)] });
    expect(t).toMatchObject({ low: null, min: { status: 'none' } });
  });

  it('of a used bore is held where it is smallest, its maximum where it is largest', () => {
    const file = ringJob({ limits: makers, decided: false, pack: { piston: 'Varrow', maker: 'Varrow' } });
    const worn = {
      ...file,
      log: file.log.map((e) =>
        READING.is(e) && 'depth' in e.station
          ? {
              ...e,
              value: nm(
                e.value + (e.station.depth === mm(15) ? 60_000 : e.station.depth === mm(45) ? 20_000 : 0),
              ),
            }
          : e,
      ),
    };
    expect(gapTarget(worn, 0, 'top').depths).toMatchObject({ least: mm(80), most: mm(15) });
  });
});
