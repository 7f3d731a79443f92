import fc from 'fast-check';
import { engines as demo } from '@tribos/demo';
import {
  checkedAgain,
  checkedBy,
  engineTroubles,
  kitQuestions,
  mm,
  nm,
  portLine,
  readPortLine,
  retyped,
  trustOf,
  usualGauges,
  type EngineSpec,
  type Source,
} from '@tribos/core';

const engines = demo as unknown as readonly EngineSpec[];

describe('a window as one line', () => {
  it.each([
    ['exhaust 38.5-68 ±34', 'mm', [['exhaust', 38_500_000, 68_000_000, -34, 34]]],
    ['exhaust: 38,5 - 68,0 mm, ±34 about 10', 'mm', [['exhaust', 38_500_000, 68_000_000, -24, 44]]],
    ['transfer 53–68 55–125', 'mm', [['transfer', 53_000_000, 68_000_000, 55, 125]]],
    [
      'transfer 53-68 55-125 both sides',
      'mm',
      [
        ['transfer right', 53_000_000, 68_000_000, 55, 125],
        ['transfer left', 53_000_000, 68_000_000, 235, 305],
      ],
    ],
    ['boost port 2.1-2.68 160 to 200', 'in', [['boost port', 53_340_000, 68_072_000, 160, 200]]],
    ['boost 53 to 68 mm 160 to 200', 'in', [['boost', 53_000_000, 68_000_000, 160, 200]]],
    ['intake .9-1.4 in 150-210', 'mm', [['intake', 22_860_000, 35_560_000, 150, 210]]],
  ] as const)('%s (%s)', (line, unit, ports) => {
    const read = readPortLine(line, unit);
    expect(read.ok && read.ports.map((p) => [p.name, p.roof, p.floor, p.from, p.to])).toEqual(ports);
  });

  it.each([
    ['38.5-68 ±34', 'Say first which window'],
    ['exhaust', 'roof and floor'],
    ['exhaust 38.5-68', 'the angles it spans are missing'],
    ['exhaust 68-38.5 ±34', 'the floor lies below the roof'],
    ['exhaust 38.5-68 125-55', 'on to a larger one'],
    ['exhaust 38.5-68 ±190', 'on to a larger one'],
  ])('%s is no window: %s', (line, sentence) => {
    const read = readPortLine(line, 'mm');
    expect(read.ok ? '' : read.sentence).toContain(sentence);
  });

  it('reads back as it was, in either unit, to the nanometre', () => {
    const height = fc.integer({ min: 1, max: 199_999 });
    fc.assert(
      fc.property(
        height,
        height,
        fc.integer({ min: -180, max: 300 }),
        fc.integer({ min: 1, max: 59 }),
        (a, b, from, width) => {
          const [roof, floor] = [nm(Math.min(a, b) * 1_000), nm((Math.max(a, b) + 1) * 1_000)];
          const port = { name: 'window', roof, floor, from, to: from + width };
          for (const unit of ['mm', 'in'] as const)
            expect(readPortLine(portLine(port, unit), unit)).toEqual({ ok: true, ports: [port] });
        },
      ),
    );
  });
});

describe('what cannot be so of an engine', () => {
  const [engine] = engines;
  it('is said by place; the demo’s engines can all be', () => {
    for (const e of engines) expect([e.model, engineTroubles(e)]).toEqual([e.model, []]);
  });
  it.each([
    ['/depths', { depths: { top: mm(30), mid: mm(20), low: mm(60) } }],
    ['/depths', { wallDepth: mm(20) }],
    ['/ports/0/floor', { ports: [{ name: 'w', roof: mm(9), floor: mm(9), from: 0, to: 1 }] }],
    ['/ports/0/floor', { ports: [{ name: 'w', roof: mm(9), floor: mm(999), from: 0, to: 1 }] }],
    ['/ports/0/to', { ports: [{ name: 'w', roof: mm(9), floor: mm(19), from: 10, to: 10 }] }],
    ['/sleeveOuter', { sleeveOuter: mm(70) }],
    ['/pin', { pin: mm(78) }],
    ['/cylinders', { cylinders: ['left', 'Left '] }],
  ])('%s', (path, over) => {
    expect(engineTroubles({ ...engine!, ...over }).map((t) => t.path)).toContain(path);
  });
});

describe('a kit from its box', () => {
  const engine = { bore: mm(77), stroke: mm(69.1) };
  const kit = { maker: 'Corrie', name: '+0.25', oversize: mm(0.25), piston: mm(77.217), gaugeHeight: mm(12) };
  it('is not asked about when its piston runs in its bore', () => {
    expect(kitQuestions(kit, engine, [])).toEqual([]);
  });
  it.each([
    ['piston', { piston: mm(77.25) }],
    ['piston', { piston: mm(76.25) }],
    ['piston', { oversize: mm(2.5) }],
    ['oversize', { oversize: mm(16), piston: mm(92.95) }],
    ['gauge-height', { gaugeHeight: mm(120) }],
  ])('%s', (code, over) => {
    expect(kitQuestions({ ...kit, ...over }, engine, []).map((q) => q.code)).toEqual([code]);
  });
  it('is asked about when it is there already', () => {
    expect(kitQuestions(kit, engine, [kit]).map((q) => q.code)).toEqual(['again']);
  });
});

describe('a part of a sheet typed again', () => {
  const source: Source = {
    type: 'part-maker',
    party: 'Corrie',
    document: 'sheet',
    page: '2',
    revision: '',
    enteredBy: 'Ines',
    checkedBy: 'Jo',
  };
  const part = {
    packs: [
      { of: 'a', n: 1, source },
      { of: 'b', n: 2, source },
    ],
  };
  it('keeps who stands for what was not touched, wherever it moved to', () => {
    const moved = { packs: [{ of: 'c', n: 9, source }, part.packs[1], { ...part.packs[0]!, n: 3 }] };
    expect(
      retyped(moved, part, 'Sam', '2026-03-02').packs.map((p) => [p!.source.enteredBy, p!.source.checkedBy]),
    ).toEqual([
      ['Sam', null],
      ['Ines', 'Jo'],
      ['Sam', null],
    ]);
    // A database gives fields back in an order of its own.
    const turned = { packs: [{ source, n: 1, of: 'a' }] };
    expect(retyped(turned, part, 'Sam', '2026-03-02').packs[0]!.source.checkedBy).toBe('Jo');
    // Another page is another source.
    const page = { packs: [{ ...part.packs[0]!, source: { ...source, page: '3' } }] };
    expect(retyped(page, part, 'Sam', '2026-03-02').packs[0]!.source.checkedBy).toBeNull();
  });
  it('is checked where it is the same and another’s, and never by whoever typed it', () => {
    const open = retyped(part, null, 'Ines', '2026-03-02');
    expect(checkedAgain(open, part, 'Ines', '2026-03-02')).toMatchObject({ checked: 0, differ: 0 });
    const other = checkedAgain(
      open,
      { packs: [part.packs[0], { ...part.packs[1], n: 7 }] },
      'Sam',
      '2026-03-02',
    );
    expect(other).toMatchObject({ checked: 1, differ: 1 });
    expect(other.part.packs.map((p) => p.source.checkedBy)).toEqual(['Sam', null]);
  });
});

describe('by the same person on another day', () => {
  const source: Source = {
    type: 'engine-maker',
    party: 'Varrow',
    document: 'manual',
    page: '',
    revision: '',
    enteredBy: 'Ines',
    checkedBy: null,
    enteredOn: '2026-03-02',
  };
  it('is retyped, which is not checked; on the same day it stays as it was', () => {
    expect(checkedBy(source, 'Ines', '2026-03-02')).toBe(source);
    const later = checkedBy(source, 'Ines', '2026-03-03');
    expect(later).toEqual({ ...source, retypedOn: '2026-03-03' });
    expect([trustOf(source), trustOf(later), trustOf(checkedBy(later, 'Jo', '2026-03-04'))]).toEqual([
      'unchecked',
      'retyped',
      'checked',
    ]);
    // Where nobody kept the day it was typed, another day cannot be told.
    const { enteredOn: _, ...undated } = source;
    expect(checkedBy(undated, 'Ines', '2026-03-03')).toBe(undated);
  });
  it('never makes one person the second pair of eyes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('Ines', 'Jo', 'Sam'), fc.integer({ min: 1, max: 28 })), {
          maxLength: 12,
        }),
        (tries) => {
          let now = source;
          for (const [by, day] of tries) now = checkedBy(now, by, `2026-04-${String(day).padStart(2, '0')}`);
          expect(now.checkedBy).not.toBe('Ines');
          expect(now.checkedBy !== null).toBe(tries.some(([by]) => by !== 'Ines'));
        },
      ),
    );
  });
});

describe('usual gauges', () => {
  it.each(['mm', 'in'] as const)(
    'in %s read what they show, in their range, and need nothing that is not there',
    (unit) => {
      const gauges = usualGauges(unit);
      expect(new Set(gauges.map((g) => g.key)).size).toBe(gauges.length);
      for (const g of gauges) {
        expect(g.rangeLow).toBeLessThan(g.rangeHigh);
        expect((g.type === 'leaf') === g.leaves.length > 0).toBe(true);
        expect([...g.leaves].sort((a, b) => a - b)).toEqual(g.leaves);
        if (g.setIn)
          expect(
            gauges.some(
              (m) => m.type === 'micrometer' && m.rangeLow < g.rangeHigh && m.rangeHigh > g.rangeLow,
            ),
          ).toBe(true);
      }
    },
  );
});
