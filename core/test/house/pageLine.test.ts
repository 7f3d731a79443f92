import { describe, expect, it } from '@jest/globals';
import {
  foundEngine,
  HOUSE,
  mm,
  PAGE_LINES,
  readPageLine,
  sheetsOf,
  type PageContext,
  type PageLine,
  type Source,
  wholeLimitText,
} from '@tribos/core';
import fc from 'fast-check';
import { TWIN } from '../support.js';
import { MISPRINTED } from './misprintedLines.js';
import { IN_INCHES, IN_MILLIMETRES } from './printedLines.js';

const source: Source = {
  type: 'engine-maker',
  party: 'Varrow',
  document: 'Leaflet 4',
  page: '2',
  revision: '',
  enteredBy: '',
  checkedBy: null,
};
const MM: PageContext = { unit: 'mm', party: 'Varrow', engine: { ...TWIN, zeroAt: 'exhaust' } };
const INCH: PageContext = { ...MM, unit: 'in' };

const read = (line: string, page = MM): PageLine => readPageLine(line, page, []);
/** What a line alone makes of its part; the sentence where it is not understood. */
function made(line: string, page = MM): unknown {
  const { of, read: is } = read(line, page) as Extract<PageLine, { of: 'part' }>;
  if (of !== 'part') return of;
  return is.ok ? is.into(null, source) : is.sentence;
}
const asked = (line: string, page = MM): string[] => {
  const { read: is } = read(line, page);
  return is.ok ? is.questions.map((q) => q.code) : [is.sentence];
};
const first = (line: string, page = MM): Record<string, unknown> =>
  (Object.values(made(line, page) as object)[0] as Record<string, unknown>[])[0]!;

describe('a line of a page', () => {
  it.each<[string, object, PageContext?]>([
    ['base gasket 0.3, 0.5, 0.8', { where: 'base', thickness: 300_000, made: 'fibre' }],
    ['Base gaskets: .3 .5 metal', { where: 'base', thickness: 300_000, made: 'metal' }],
    ['head gasket 0.020 in copper', { where: 'head', thickness: 508_000, made: 'metal' }],
    ['base gasket .012', { thickness: 304_800 }, INCH],
    ['exhaust gasket 1,5 mm', { where: 'exhaust', thickness: 1_500_000 }],
    [
      'engine oil 1.9 L 10W-40, level: screwed in',
      { what: 'engine oil', amount: 1900, grade: '10W-40', level: 'screwed in' },
    ],
    ['coolant 950 ml', { what: 'coolant', amount: 950, grade: '' }],
    [
      'gearbox oil 0.75 l SAE 80, for: 212 Y',
      { what: 'gear oil', amount: 750, grade: 'SAE 80', of: '212 Y' },
    ],
    ['mix 1:32', { what: 'two-stroke mix', amount: 0, grade: '1:32' }],
    ['fork oil us 12 fl oz 10W', { what: 'fork or shock oil', amount: 354.882, grade: '10W' }],
    [
      'oil imp 2 pints, bleed: crack the line at the pump',
      { amount: 1136.52, bleed: 'crack the line at the pump' },
    ],
    ['shims 2.300-3.500 by .025', { of: 'valve', from: 2_300_000, to: 3_500_000, step: 25_000 }],
    [
      'valve shims 2.00 to 3.20 in steps of 0.05 across 7.48',
      { from: 2_000_000, to: 3_200_000, step: 50_000, diameter: 7_480_000 },
    ],
    ['crank shims .1-1 by .1', { of: 'crank', from: 100_000, to: 1_000_000 }],
    ['rod 122, crank 34.8', { rod: 122_000_000, throw: 34_800_000, burette: null }],
    [
      'con-rod length 122.5 mm, chamber 38.5 ml',
      { rod: 122_500_000, burette: 38.5, throw: TWIN.stroke! / 2 },
    ],
    [
      'head nuts 4 x 38 N·m in 20, 38 oiled',
      {
        name: 'head nuts',
        clamps: 'head',
        holes: [1, 2, 3, 4],
        condition: 'oiled',
        steps: [
          { by: 'torque', value: 20 },
          { by: 'torque', value: 38 },
        ],
      },
    ],
    ['M6 case bolts 12 x 10 N.m dry', { name: 'M6 case bolts', clamps: 'cases', condition: 'dry' }],
    [
      'rod bolts 2x15 lb-ft then 90° moly',
      {
        clamps: 'rod',
        condition: 'moly',
        steps: [
          { by: 'torque', value: 20.3373 },
          { by: 'angle', value: 90 },
        ],
      },
    ],
    [
      'spark plug 13 ft-lb dry',
      { name: 'spark plug', holes: [1], steps: [{ by: 'torque', value: 17.6256 }] },
    ],
    [
      'base nuts: 4 x 2.5 kgf·m thread lock',
      { clamps: 'cylinder', condition: 'locked', steps: [{ by: 'torque', value: 24.5166 }] },
    ],
    ['cam cap bolts 8 x 106 in-lb oiled', { clamps: 'cams', steps: [{ by: 'torque', value: 11.9764 }] }],
  ])('%s', (line, says, page = MM) => {
    expect(first(line, page)).toMatchObject({ ...says, source: { document: 'Leaflet 4' } });
  });

  it('of the rings: heights, forms, marks, and where the piston’s own mark points', () => {
    const { packs } = made(
      'rings: top 1.2 barrel mark N up; second 1.5 taper black; oil three-piece; arrow to exhaust',
    ) as { packs: object[] };
    expect(packs).toEqual([
      {
        ...{ piston: 'Varrow', maker: 'Varrow', expander: true, mark: { is: 'arrow', at: 0 } },
        ...{ gapDepth: null, clock: null, pegs: [], hatch: null, source },
        rings: [
          { ring: 'top', height: 1_200_000, section: 'barrel', face: '', mark: 'N' },
          { ring: 'second', height: 1_500_000, section: 'taper', face: 'black', mark: null },
          { ring: 'upper-rail', height: null, section: 'rail', face: '', mark: null },
          { ring: 'lower-rail', height: null, section: 'rail', face: '', mark: null },
        ],
      },
    ]);
    expect(asked('rings: top 1.2 keystone')).toEqual(['mark']);
    expect(first('rings: top 1.2 keystone; arrow to intake')).toMatchObject({ mark: { at: 180 } });
  });

  it.each<[string, string]>([
    ['base gasket', 'how thick is it'],
    ['head gasket 30', 'no length'],
    ['head nuts 4 x 38 N·m in 20, 30 oiled', 'the last of its passes'],
    ['head nuts 4 x 38 N·m in 40, 38 oiled', 'further than the one before'],
    [': 20 N·m', 'Say first what is tightened'],
    ['shims 2.3', 'from which to which'],
    ['shims 3.5-2.3 by .025', 'from the thinnest to the thickest'],
    ['rod 122, flux 3', 'nothing of a crank'],
    ['chamber 38.5 ml', 'The rod first'],
    ['rings: top 1.2 barrel; top 1.2 taper', 'stands there twice'],
    ['rings: third 1.2', 'is no ring'],
    ['rings: top 12 barrel', 'no height of a ring'],
    ['rings: oil one-piece', 'is it three-piece'],
    ['rings: top 1.2 barrel; arrow to the moon', 'Its 0° is exhaust'],
    ['engine oil', 'how much, of which grade'],
    ['coolant 30 l', 'no filling of these engines'],
  ])('%s: says what is missing', (line, sentence) => {
    expect(made(line)).toEqual(expect.stringContaining(sentence));
  });

  it.each<[string, string[]]>([
    ['head nuts 4 x 38 N·m', ['threads']],
    ['head nuts 4 x 380 N·m dry', ['unusual']],
    ['base gasket 5', ['unusual']],
    ['engine oil 2 qt 10W-40', ['us-or-imperial']],
    ['shims 2.30-3.50 by .07', ['digits']],
    ['rod 122, crank 30', ['throw']],
    ['rod 12.2', ['unusual']],
    ['base gasket 0.5 metal', []],
  ])('%s: is asked about', (line, codes) => {
    expect(asked(line)).toEqual(codes);
  });

  it('stays a limit where it is one, however it begins', () => {
    for (const line of [
      'ring gap top .2-.32 (.6)',
      'crank end float .1-.3',
      'bore 77.000-77.012',
      'squish 1.0-1.2',
    ])
      expect(read(line)).toMatchObject({ of: 'limits', read: { ok: true } });
  });

  it.each([
    'oil clearance main .020-.044',
    'oil ring side clearance .02-.06',
    'oil pump tip clearance 0.15 (0.20)',
    'head gasket face flatness 0.05',
    'oil pump delivery 2 l/min',
  ])('%s is never swallowed by a part of the sheet', (line) => {
    expect(read(line).of).toBe('limits');
  });

  it('takes a torque in the unit it is printed in, or not at all', () => {
    expect(first('drain plug 15 ft-lbs dry')).toMatchObject({ steps: [{ value: 20.3373 }] });
    expect(first('cover bolts 4 x 88 in-lbs dry')).toMatchObject({ steps: [{ value: 9.94266 }] });
  });

  it('takes the place of what the same line said before, and leaves all else', () => {
    const line = read('base gasket 0.3 metal') as Extract<PageLine, { of: 'part' }>;
    const other = read('base gasket 0.3, 0.5') as Extract<PageLine, { of: 'part' }>;
    if (!line.read.ok || !other.read.ok) throw new Error('not read');
    const once = other.read.into(null, source);
    const { gaskets } = line.read.into(once, source) as { gaskets: { thickness: number; made: string }[] };
    expect(gaskets.map((g) => [g.thickness, g.made])).toEqual([
      [500_000, 'fibre'],
      [300_000, 'metal'],
    ]);
    const nuts = read('head nuts 4 x 38 N·m oiled') as Extract<PageLine, { of: 'part' }>;
    const again = read('Head nuts 4 x 40 N·m oiled') as Extract<PageLine, { of: 'part' }>;
    if (!nuts.read.ok || !again.read.ok) throw new Error('not read');
    const { groups } = again.read.into(nuts.read.into(null, source), source) as { groups: { key: string }[] };
    expect(groups).toHaveLength(1);
    expect(groups[0]).toMatchObject({ key: 'head-nuts', steps: [{ value: 40 }] });
  });

  it('fits the description of its part, and every part shows a line that is read', () => {
    expect(PAGE_LINES.length).toBeGreaterThanOrEqual(6);
    for (const like of PAGE_LINES) {
      const line = read(like) as Extract<PageLine, { of: 'part' }>;
      if (line.read.ok && ['kit', 'engine'].includes(line.of)) continue;
      expect([like, line.of, line.read.ok]).toEqual([like, 'part', true]);
      const part = sheetsOf(HOUSE).find((p) => p.name === line.part.name)!;
      if (line.read.ok) expect(part.shape.check(line.read.into(null, source), '')).toEqual([]);
    }
  });
});

describe('lines of invented pages', () => {
  const engine = {
    ...foundEngine({ id: 'e-1', maker: 'Halder', model: '90', kind: 'motorcycle', strokes: 4, bore: mm(77) }),
    ...{ stroke: mm(69.6), limits: [], kits: [] },
  };
  const page = (unit: 'mm' | 'in'): PageContext => ({ unit, party: 'Halder', engine });
  /** What it is of, and what was understood; the sentence it was refused with. */
  const said = (line: string, unit: 'mm' | 'in'): readonly [of: string, says: string, asks: string] => {
    const { read: is, ...of } = readPageLine(line, page(unit), []);
    if (!is.ok) return ['', is.sentence, ''];
    const asks = is.questions.map((q) => q.code).join(',');
    if ('limits' in is && of.of === 'limits')
      return [
        'limits',
        is.limits!.map((l) => `${l.feature} ${l.state} ${wholeLimitText(l, unit)}`).join('; '),
        asks,
      ];
    return [of.of === 'part' ? of.part.name : of.of, 'says' in is ? is.says : '', asks];
  };

  it.each([
    ...IN_MILLIMETRES.map((l) => [...l, 'mm'] as const),
    ...IN_INCHES.map((l) => [...l, 'in'] as const),
  ])('%s', (line, of, says, unit) => {
    expect(said(line, unit)).toEqual([of, says, '']);
    // Whatever is said back of a part, of the engine, of a piston reads the same.
    if (of !== 'limits') expect(said(says, unit).slice(0, 2)).toEqual([of, says]);
  });

  it.each(MISPRINTED.map((l) => [...l] as const))('%s is not kept as it is', (line, says) => {
    const [of, sentence, asks] = said(line, 'mm');
    expect(of === '' ? sentence : asks).toBe(says);
  });

  it('names what is nearest to what nobody knows', () => {
    for (const [typed, near] of [
      ['ring groove play .03-.07', 'top groove clearance'],
      ['lift of the intake cam 35.1', 'intake cam lobe'],
      ['wear of the friction plates 2.8', 'friction plate'],
    ] as const)
      expect(said(typed, 'mm')[1].toLowerCase()).toContain(near);
  });
});

describe('what was understood, said back', () => {
  const size = (least: number, most: number) =>
    fc.integer({ min: least / 1_000, max: most / 1_000 }).map((n) => `${(n * 1_000) / 1e6}`);
  const of = <T extends string>(...words: T[]) => fc.constantFrom(...words);
  const torque = fc
    .tuple(
      of('head nuts', 'M6 case bolts', 'drain plug', 'cam cap bolts'),
      fc.integer({ min: 1, max: 12 }),
      fc.uniqueArray(fc.integer({ min: 4, max: 90 }), { minLength: 1, maxLength: 3 }),
      fc.array(fc.integer({ min: 30, max: 180 }), { maxLength: 2 }),
      of('dry', 'oiled', 'moly', 'thread lock', 'sealant'),
      of('N·m', 'lb·ft', 'in-lb', 'kgf·m'),
    )
    .map(([name, n, passes, angles, threads, unit]) => {
      const up = [...passes].sort((a, b) => a - b);
      return `${name} ${n} x ${up.at(-1)} ${unit}${up.length > 1 ? ` in ${up.join(', ')}` : ''}${angles.map((a) => ` then ${a}°`).join('')} ${threads}`;
    });
  const gasket = fc
    .tuple(
      of('base', 'head', 'cover'),
      fc.array(size(100_000, 2_000_000), { minLength: 1, maxLength: 4 }),
      of('metal', 'fibre', 'rubber'),
    )
    .map(([where, sizes, of]) => `${where} gasket ${sizes.join(', ')} mm ${of}`);
  const fluid = fc
    .tuple(
      of('engine oil', 'coolant', 'gear oil'),
      fc.integer({ min: 1, max: 9_000 }),
      of('ml', 'us pint', 'imp qt'),
      of('', ' 10W-40', ' SAE 80'),
      of('', ', level: to the mark', ', bleed: at the pump'),
    )
    .map(([what, n, unit, grade, more]) => `${what} ${unit === 'ml' ? n : n / 1_000} ${unit}${grade}${more}`);
  const shims = fc
    .tuple(
      of('valve', 'crank', 'clutch'),
      fc.integer({ min: 5, max: 40 }),
      fc.integer({ min: 1, max: 40 }),
      of('.025', '.05', '0.1'),
      of('', ' across 7.48'),
    )
    .map(
      ([what, from, n, step, more]) =>
        `${what} shims ${from / 10}-${(from / 10 + n * Number(step)).toFixed(3)} by ${step}${more}`,
    );
  const train = fc
    .tuple(
      size(90_000_000, 180_000_000),
      of('', ', crank 34.55'),
      of('', ', chamber 38.5 ml', ', dome -2 ml'),
    )
    .map(([rod, crank, volume]) => `rod ${rod}${crank}${volume}`);
  const rings = fc
    .tuple(
      of('top 1.2 barrel mark N up', 'top keystone', 'first 1 plain'),
      of('', '; second 1.5 taper', '; second 1.2 L-shaped chromed'),
      of('', '; oil three-piece', '; oil 2.5 three-piece'),
      of('arrow to exhaust', 'dot to 90°', 'arrow to intake'),
    )
    .map(([top, second, oil, mark]) => `rings: ${top}${second}${oil}; ${mark}`);

  it('says the same when it is read', () => {
    fc.assert(
      fc.property(fc.oneof(torque, gasket, fluid, shims, train, rings), (line) => {
        const said = (text: string, page: PageContext) => {
          const { read: is } = read(text, page) as Extract<PageLine, { of: 'part' }>;
          if (!is.ok) throw new Error(`${text}: ${is.sentence}`);
          return { says: is.says, part: is.into(null, source) };
        };
        const once = said(line, MM);
        expect(said(once.says, MM)).toEqual(once);
        // On a page in inches it is the same, said in inches where an inch says it.
        const inInches = said(once.says, INCH);
        expect(said(inInches.says, INCH)).toEqual(inInches);
        expect(said(inInches.says, MM)).toEqual(once);
      }),
      { numRuns: 600 },
    );
  });
});
