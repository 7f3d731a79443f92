import {
  crossCheckSentence,
  mm,
  putAsideSentences,
  type CrossCheck,
  type GapPlace,
  type JobFile,
  type LeafAnswer,
  type LeafEntry,
  type LogEntry,
} from '@tribos/core';
import { judgedWhole, HERE, bores, GAUGES, jobFile, LEAVES, piston } from '../support.js';

let made = 0;
const leaf = (station: GapPlace, thickness: number, answer: LeafAnswer): LeafEntry => ({
  id: `l${(made += 1)}`,
  at: '2026-03-01T11:00:00.000Z',
  by: 'first',
  ...HERE,
  kind: 'leaf',
  station,
  instrumentId: 'leaves',
  stack: [mm(thickness)],
  answer,
});
const beside: GapPlace = { part: 'clearance', cylinder: 0, kit: null };
const gap = (depth: number): GapPlace => ({
  part: 'ring-gap',
  cylinder: 0,
  ring: 'top',
  depth: mm(depth),
});
const bracket = (station: GapPlace, low: number, high: number) => [
  leaf(station, low, 'goes'),
  leaf(station, high, 'does-not'),
];
/** Left: mean 77.019 above, 77.000 below, which a ring would show as 0.060 more gap. */
const WORN = [
  [
    ['77.020', '77.018'],
    ['77.010', '77.010'],
    ['77.001', '76.999'],
  ],
  [
    ['77.020', '77.018'],
    ['77.010', '77.010'],
    ['77.001', '77.000'],
  ],
];
const file = (...log: LogEntry[]): JobFile =>
  jobFile([...bores(WORN), ...log], { instruments: [...GAUGES, LEAVES] });
const checks = (of: JobFile, kind: CrossCheck['kind']) =>
  judgedWhole(of).checks.filter((c) => c.kind === kind);

describe('cross-checks', () => {
  it('a ring’s gap at two depths compares mean diameters: 0.019 is 0.060 of gap', () => {
    const [found] = checks(file(...bracket(gap(15), 0.35, 0.4), ...bracket(gap(80), 0.3, 0.35)), 'ring');
    expect(found!.a.value).toBe(19_000);
    // Brackets 0.35–0.40 and 0.30–0.35: 0.050 apart, over π 0.0159.
    expect(found!.b.value).toBeCloseTo(50_000 / Math.PI, 6);
    expect(found!.agrees).toBe(true);
    expect(found!.fused!.value).toBeGreaterThan(found!.b.value);
    expect(found!.fused!.value).toBeLessThan(found!.a.value);
    // u of the ring: √2 · 0.05 / (√12 · π) = 6.5 µm
    expect(found!.u).toBeGreaterThan(6_497);
  });

  it('and names what to repeat when it does not', () => {
    const [found] = checks(file(...bracket(gap(15), 0.5, 0.55), ...bracket(gap(80), 0.25, 0.28)), 'ring');
    expect(found!.agrees).toBe(false);
    expect(found!.fused).toBeNull();
    expect(crossCheckSentence(found!, 'mm')).toContain('Square the ring again');
  });

  it('needs both ends of a gap, and readings at both depths', () => {
    expect(checks(file(...bracket(gap(15), 0.35, 0.4), leaf(gap(80), 0.3, 'goes')), 'ring')).toEqual([]);
    expect(checks(file(...bracket(gap(15), 0.35, 0.4), ...bracket(gap(60), 0.3, 0.35)), 'ring')).toEqual([]);
  });

  it('a leaf beside the piston against bore − piston', () => {
    // 76.999 − 76.950 = 0.049; the leaf says 0.04–0.05 and up to 0.025 more.
    const good = file(piston(0, '76.950'), ...bracket(beside, 0.04, 0.05));
    expect(checks(good, 'leaf')[0]).toMatchObject({ agrees: true });
    const bad = file(piston(0, '76.950'), ...bracket(beside, 0.15, 0.18));
    expect(checks(bad, 'leaf')[0]).toMatchObject({ agrees: false });
    const judged = judgedWhole({ ...bad, log: [...bad.log, piston(1, '76.950')] });
    expect(judged.next.kind).toBe('cross-check');
    // Neither is believed until it is settled.
    const tight = judged.items.find((i) => i.key === '0:clearance:min')!;
    expect(tight).toMatchObject({ state: 'undecided', because: 'conflict' });
  });

  it('the size found against the size stamped', () => {
    const kit = (text: string) => file(piston(0, text, { kit: 'plus-0.5' }));
    expect(checks(kit('77.467'), 'stamped')[0]).toMatchObject({ agrees: true, b: { value: mm(77.467) } });
    const [wrong] = checks(kit('77.217'), 'stamped');
    expect(wrong!.agrees).toBe(false);
    expect(crossCheckSentence(wrong!, 'mm')).toContain('its measured size governs the bore');
  });

  it('cylinders against each other, low in the travel', () => {
    expect(checks(file(), 'cylinders')[0]).toMatchObject({ agrees: true });
    const sleeved = jobFile(
      bores([WORN[0]!, WORN[1]!.map((r) => r.map((t) => (Number(t) + 0.25).toFixed(3)))]),
    );
    expect(checks(sleeved, 'cylinders')[0]).toMatchObject({ agrees: false });
  });
});

describe('what work put aside', () => {
  it('is counted, by the work that did it first', () => {
    const honed = (id: string, cylinder: number | null): LogEntry => ({
      kind: 'work',
      id,
      at: '2026-03-01T12:00:00.000Z',
      by: 'first',
      ...HERE,
      what: 'honed',
      cylinder,
      kitId: null,
      ticket: null,
      text: '',
    });
    const of = file(honed('a', 0), honed('b', null));
    expect(putAsideSentences(of, judgedWhole(of).readings)).toEqual([
      'Honed (left): 1 reading before it no longer counts.',
      'Honed (all cylinders): 2 readings before it no longer count.',
    ]);
    expect(putAsideSentences(file(), judgedWhole(file()).readings)).toEqual([]);
  });
});

describe('clearance by leaves', () => {
  it('stands in where no piston was measured, as a bracket and never a figure', () => {
    const judged = judgedWhole(file(...bracket(beside, 0.05, 0.06)));
    const tight = judged.items.find((i) => i.key === '0:clearance:min')!;
    expect(tight).toMatchObject({
      state: 'within',
      bracket: { low: mm(0.05), high: mm(0.06) },
      interval: null,
      u: null,
    });
    expect(tight.caveats).toContain('leaves');
  });

  it('leaves gauges that tell more alone', () => {
    const judged = judgedWhole(file(piston(0, '76.950'), ...bracket(beside, 0.04, 0.05)));
    expect(judged.items.find((i) => i.key === '0:clearance:min')!.bracket).toBeNull();
  });

  it('a leaf taken back was never tried', () => {
    const tried = leaf(beside, 0.2, 'goes');
    const judged = judgedWhole(
      file(...bracket(beside, 0.05, 0.06), tried, {
        kind: 'take-back',
        id: 'tb',
        at: tried.at,
        by: 'first',
        ...HERE,
        of: tried.id,
      }),
    );
    expect([...judged.readings.gaps.values()][0]!.bracket.contradicts).toBe(false);
  });
});
