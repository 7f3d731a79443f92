import fc from 'fast-check';
import {
  featureNamed,
  FEATURE_KEYS,
  FEATURES,
  featuresLike,
  inch,
  mm,
  readSheetLine,
  type FeatureKey,
  type SheetLimit,
} from '@tribos/core';

const BORE = mm(77);
const read = (text: string, unit: 'mm' | 'in' = 'mm', others: readonly SheetLimit[] = []) =>
  readSheetLine(text, { unit, bore: BORE, others });
type Short = readonly [
  feature: FeatureKey,
  state: 'new' | 'service',
  low: number | null,
  high: number | null,
];
const short = (text: string, unit: 'mm' | 'in' = 'mm'): readonly Short[] | string => {
  const line = read(text, unit);
  return line.ok ? line.limits.map((l): Short => [l.feature, l.state, l.low, l.high]) : line.sentence;
};
const asked = (text: string, unit: 'mm' | 'in' = 'mm', others: readonly SheetLimit[] = []): string[] => {
  const line = read(text, unit, others);
  return line.ok ? line.questions.map((q) => q.code) : ['unread'];
};
const both = (feature: FeatureKey, low: number | null, high: number | null, service: number): Short[] => [
  [feature, 'new', low, high],
  [feature, 'service', null, service],
];

describe('a page of a manual', () => {
  // An invented page, as different sheets print it; every figure worked by hand.
  it.each<[string, readonly Short[]]>([
    ['bore 77.000-77.012, limit 77.105', both('bore', mm(77), mm(77.012), mm(77.105))],
    ['Bore 77,000 – 77,012 mm (77,105)', both('bore', mm(77), mm(77.012), mm(77.105))],
    ['Cylinder bore: 3.0315-3.0320 in, limit 3.0356', both('bore', inch(3.0315), inch(3.032), inch(3.0356))],
    ['out-of-round max 0.05', [['bore.out-of-round', 'new', null, 50_000]]],
    ['Taper limit 0.05', [['bore.taper', 'service', null, 50_000]]],
    ['sleeve wall min 2.0', [['sleeve.wall', 'new', 2_000_000, null]]],
    ['sleeve wall limit 2.0', [['sleeve.wall', 'service', 2_000_000, null]]],
    ['clearance 0.030-0.048, limit 0.150', both('clearance', 30_000, 48_000, 150_000)],
    ['clearance .0014-.0022 in', [['clearance', 'new', 35_560, 55_880]]],
    ['clearance 0.030-0.048 mm (0.0012-0.0019 in)', [['clearance', 'new', 30_000, 48_000]]],
    ['Piston to wall: 34-48 um', [['clearance', 'new', 34_000, 48_000]]],
    ['piston clearance 1.4 - 2.2 thou', [['clearance', 'new', 35_560, 55_880]]],
    ['ring gap top .2-.32 (.6)', both('ring.gap.top', 200_000, 320_000, 600_000)],
    [
      'ring gap both .2-.3 (.6)',
      [
        ...both('ring.gap.top', 200_000, 300_000, 600_000),
        ...both('ring.gap.second', 200_000, 300_000, 600_000),
      ],
    ],
    [
      'Valve clearance, both: 0.10-0.15',
      [
        ['setup.valve.intake', 'new', 100_000, 150_000],
        ['setup.valve.exhaust', 'new', 100_000, 150_000],
      ],
    ],
    ['second ring gap 0.30 to 0.45; service 0.75', both('ring.gap.second', 300_000, 450_000, 750_000)],
    ['rail gap 0.20-0.70', [['ring.gap.rail', 'new', 200_000, 700_000]]],
    ['rail gap .0115 in min', [['ring.gap.rail', 'new', 292_100, null]]],
    ['ring gap top factor 0.0042', [['ring.gap.top.factor', 'new', 42, null]]],
    ['Second ring gap 0.0053 x bore', [['ring.gap.second.factor', 'new', 53, null]]],
    ['groove top 0.030-0.065 (0.15)', both('ring.groove.top', 30_000, 65_000, 150_000)],
    [
      'pin in piston 0.003 min, limit 0.03',
      [
        ['pin.in-piston', 'new', 3_000, null],
        ['pin.in-piston', 'service', null, 30_000],
      ],
    ],
    [
      'pin in small end ≥ 0.006; limit 0.04',
      [
        ['pin.in-rod', 'new', 6_000, null],
        ['pin.in-rod', 'service', null, 40_000],
      ],
    ],
    ['rod side 0.15-0.35 limit 0.50', both('crank.rod-side', 150_000, 350_000, 500_000)],
    ['crank journal 38 +0/-0.016', [['crank.journal', 'new', mm(37.984), mm(38)]]],
    ['main bearing clearance 0.024-0.048 (0.070)', both('crank.journal-clearance', 24_000, 48_000, 70_000)],
    [
      'Crankshaft runout 0.02 max, limit 0.05',
      [
        ['crank.run-out', 'new', null, 20_000],
        ['crank.run-out', 'service', null, 50_000],
      ],
    ],
    ['end play 0.08–0.20', [['crank.end-float', 'new', 80_000, 200_000]]],
    ['deck 0.00-0.20', [['setup.deck', 'new', 0, 200_000]]],
    ['squish 1.35-1.65', [['setup.squish', 'new', 1_350_000, 1_650_000]]],
    ['valve in 0.10 ±0.02', [['setup.valve.intake', 'new', 80_000, 120_000]]],
    ['exhaust valve clearance 0.16 +/-0.02', [['setup.valve.exhaust', 'new', 140_000, 180_000]]],
    ['test pressure 0.45 bar min', [['crank.leak-pressure', 'new', 45, null]]],
    ['leak rate limit 0.03 bar/min', [['crank.leak-rate', 'service', null, 3]]],
    ['piston diameter 76.960-76.970', [['piston', 'new', mm(76.96), mm(76.97)]]],
  ])('%s', (text, limits) => {
    expect(short(text)).toEqual(limits);
    expect(asked(text)).toEqual([]);
  });

  it.each<[string, string[]]>([
    ['big end radial clearance (0.0020)', ['crank.rod-radial service']],
    ['ring groove clearance 0.030-0.065 (0.12)', ['ring.groove.top new', 'ring.groove.top service']],
    ['end gap 0.20-0.32', ['ring.gap.top new', 'ring.gap.second new']],
    ['piston to wall 0.030-0.048 (0.15)', ['clearance new', 'clearance service']],
  ])('usual words and a bracket alone: “%s”', (text, says) => {
    const found = short(text);
    for (const one of says)
      expect(Array.isArray(found) ? found.map((l) => `${l[0]} ${l[1]}`) : found).toContain(one);
  });

  it('a figure alone in brackets is a service limit, never one for new parts', () => {
    const found = short('rod side (0.50)');
    expect(found).toEqual([['crank.rod-side', 'service', null, 500_000]]);
  });

  it('in inches needs no unit on any line', () => {
    expect(short('bore 3.0315-3.0320, limit 3.0356', 'in')).toEqual(
      both('bore', inch(3.0315), inch(3.032), inch(3.0356)),
    );
    expect(short('clearance .0014-.0022', 'in')).toEqual([['clearance', 'new', 35_560, 55_880]]);
  });
});

describe('a misprint', () => {
  it.each<[string, string, string]>([
    ['a range the wrong way round', 'bore 77.012-77.000', 'reversed'],
    ['a bore of another engine', 'bore 67.000-67.012', 'beyond-nominal'],
    ['inches in a page of millimetres', 'bore 3.0315-3.0320', 'inch-as-mm'],
    ['a service limit inside the new range', 'bore 77.000-77.012, limit 77.005', 'service-inside-new'],
    ['a digit cut off', 'bore 77.00-77.012', 'digits'],
    ['a point slipped in a clearance', 'clearance 0.30-0.48', 'unusual'],
    ['a clearance in thousandths of an inch taken for millimetres', 'clearance 1.4-2.2', 'unusual'],
    ['a gap ten times too small', 'ring gap top 0.020-0.032', 'unusual'],
    ['a nought missing at the low end', 'end float 0.08-0.80', 'wide'],
    ['a service gap with a nought too many', 'ring gap top 0.20-0.32 (0.06)', 'service-inside-new'],
    ['two units that do not say the same', 'clearance 0.030-0.048 mm (0.0021-0.0029 in)', 'units-disagree'],
    ['a taper as large as a clearance of a barn', 'taper limit 0.5', 'unusual'],
    ['a valve clearance in thou', 'valve in 4 ±0.8', 'unusual'],
    ['a run-out in micrometres', 'crank run-out limit 50', 'unusual'],
    ['a squish in inches', 'squish 0.053-0.065', 'unusual'],
    ['a reversed tolerance', 'groove top 0.065-0.030', 'reversed'],
  ])('%s is asked about', (_, text, code) => expect(asked(text)).toContain(code));

  it('of a line that is on file already, and one that agrees with it only in the other unit', () => {
    const others: SheetLimit[] = [
      { feature: 'clearance', state: 'new', low: 30_000, high: 48_000, unit: 'mm' },
    ];
    expect(asked('clearance 0.030-0.048', 'mm', others)).toContain('again');
    expect(asked('clearance limit 0.004', 'mm', others)).toContain('inch-as-mm');
    expect(asked('clearance limit 0.020', 'mm', others)).toContain('service-inside-new');
  });

  it.each([
    ['', 'no figure'],
    ['bore', 'no figure'],
    ['77.000-77.012', 'Say first what it is of'],
    ['flux capacitor 1.21', 'is nothing this house knows'],
    ['bore 77.0.12', 'is no figure'],
    ['bore seventy-seven', 'no figure'],
    ['clearance 0.45 bar', 'is a length'],
  ])('that cannot be read is said: “%s”', (text, said) => expect(short(text)).toContain(said));
});

describe('names of features', () => {
  it('are known by the house’s own, and completed as they are typed', () => {
    for (const key of FEATURE_KEYS) expect(featureNamed(FEATURES[key].name)).toBe(key);
    expect(featureNamed('Piston-to-Wall')).toBe('clearance');
    expect(featuresLike('ring gap t')).toEqual(['ring.gap.top', 'ring.gap.top.factor']);
    expect(featuresLike('')).toEqual([]);
  });
});

it('never throws, whatever is typed, and never reads a figure that is not there', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 60 }), fc.constantFrom('', 'bore ', 'clearance '), (text, before) => {
      const line = read(before + text);
      if (line.ok)
        for (const l of line.limits)
          for (const v of [l.low, l.high]) expect(v === null || Number.isFinite(v)).toBe(true);
      else expect(line.sentence.length).toBeGreaterThan(10);
    }),
    { numRuns: 2_000 },
  );
});
