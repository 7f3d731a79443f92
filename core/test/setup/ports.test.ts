import {
  geometryOf,
  judgeJob,
  matchText,
  mm,
  portBlocks,
  portDuration,
  portMap,
  portMatches,
  portsNow,
  portsOf,
  reportOf,
  WORK_DONE,
  type WorkKind,
} from '@tribos/core';
import { limit } from '../support.js';
import { FOUR, Setup, TWO } from './engine.js';

const [exhaust, right, left, otherExhaust] = portsOf(TWO).map((p) => p.key) as [
  string,
  string,
  string,
  string,
];
const work = (s: Setup, what: WorkKind, cylinder: number | null = null) =>
  s.keep(WORK_DONE, { what, cylinder, kitId: null, ticket: null, text: '' });
const mapped = (s: Setup, key: string) => portMap(s.file()).find((p) => p.thing.key === key)!;

describe('the port map', () => {
  it('names each port of each cylinder, the mirrored ones by their side', () => {
    expect(portsOf(TWO).map((p) => p.name)).toEqual([
      'left, exhaust',
      'left, transfer, right',
      'left, transfer, left',
      'right, exhaust',
      'right, transfer, right',
      'right, transfer, left',
    ]);
    expect(portsOf(FOUR)).toEqual([]);
  });

  it('keeps what was read before the ports were worked on beside what is read after, and before any work none', () => {
    const s = new Setup(TWO).port('roof', exhaust, '38.60').port('width', exhaust, '42.60');
    expect(mapped(s, exhaust)).toMatchObject({ roof: { before: null, sheet: mm(38.5) } });
    expect(mapped(s, exhaust).roof.now!.value).toBe(mm(38.6));
    // Of the bore: 42.60 / 76.4.
    expect(mapped(s, exhaust).share).toBeCloseTo(0.5576, 4);
    work(s, 'ports-worked', 0);
    expect(mapped(s, exhaust).roof.now).toBeNull();
    expect(mapped(s, exhaust).roof.before!.value).toBe(mm(38.6));
    s.port('roof', exhaust, '38.20');
    expect(mapped(s, exhaust).roof.now!.value).toBe(mm(38.2));
    // Eased once more: what came in is still what it was before.
    work(s, 'ports-eased', 0);
    expect(mapped(s, exhaust).roof.before!.value).toBe(mm(38.6));
    // The other cylinder was not touched.
    expect(mapped(s.port('roof', otherExhaust, '38.55'), otherExhaust).roof.before).toBeNull();
    // Another cylinder has none of it.
    work(s, 'exchanged', 0);
    expect(mapped(s, exhaust).roof).toMatchObject({ before: null, now: null });
  });

  it('tells left from right and cylinder from cylinder by no more than the gauges can', () => {
    const s = new Setup(TWO)
      .port('roof', right, '53.00')
      .port('roof', left, '53.30')
      .port('roof', exhaust, '38.50')
      .port('roof', otherExhaust, '38.51');
    const [sides, twins] = [
      portMatches(s.file()).find((m) => m.a.key === right)!,
      portMatches(s.file()).find((m) => m.a.key === exhaust)!,
    ];
    expect(sides).toMatchObject({ of: 'roof', uneven: true });
    expect(sides.apart).toBeCloseTo(300_000, 0);
    expect(matchText(sides, 'mm')).toBe('Left, transfer, left is 0.30 mm lower than left, transfer, right.');
    expect(twins.uneven).toBe(false);
    expect(matchText(twins, 'mm')).toContain('alike as far as these gauges tell');
    expect(portMatches(new Setup(TWO).file())).toEqual([]);
  });

  it('times the ports from where they are, not from where the sheet has them', () => {
    const s = new Setup(TWO).deck(0, '0.30', '0.30').port('roof', exhaust, '38.00');
    expect(portsNow(s.file()).find((p) => p.thing.key === exhaust)!.roof).toBe(mm(38));
    const train = { throw: mm(34.55), rod: mm(125), offset: 0 };
    const [here, there] = geometryOf(s.file())!;
    expect(here!.ports.find((p) => p.name === 'exhaust')!.degrees).toBeCloseTo(
      portDuration(train, mm(38), mm(0.3))!,
      9,
    );
    expect(there!.ports.find((p) => p.name === 'exhaust')!.degrees).toBeCloseTo(
      portDuration(train, mm(38.5), 0)!,
      9,
    );
  });

  it('is judged only where a sheet says how wide a port may be, and stands in the report', () => {
    const s = new Setup(TWO).port('width', exhaust, '47.00');
    const own = (of: Setup) => judgeJob(of.file()).items.filter((f) => f.feature === 'setup.port-width');
    expect(own(s)).toEqual([]);
    const most = { ...TWO, limits: [...TWO.limits, limit('setup.port-width', 'new', null, 46)] };
    expect(own(new Setup(most).port('width', exhaust, '47.00'))[0]!.state).toBe('beyond');
    expect(JSON.stringify(reportOf(s.file()))).toContain('61.5 %');
    expect(portBlocks(new Setup(TWO).file(), 'mm')).toEqual([]);
  });
});
