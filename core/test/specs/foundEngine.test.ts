import { describe, expect, it } from '@jest/globals';
import {
  engineFactsShape,
  engineTold,
  engineTroubles,
  ENGINE_LIKES,
  factTaken,
  foundEngine,
  mm,
  neverDone,
  readEngineLine,
  wallMaterial,
  type EngineKind,
  type EngineSpec,
} from '@tribos/core';
import fc from 'fast-check';

const KINDS: readonly EngineKind[] = ['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'];
const founded = (bore: number, strokes: 2 | 4 = 2, kind: EngineKind = 'atv'): EngineSpec => ({
  ...foundEngine({ id: 'e-1', maker: 'Halder', model: '90', kind, strokes, bore: mm(bore) }),
  limits: [],
  kits: [],
});
const told = (line: string, engine = founded(47), unit: 'mm' | 'in' = 'mm') =>
  readEngineLine(line, { unit, party: engine.maker, engine });
const becomes = (line: string, engine = founded(47), unit: 'mm' | 'in' = 'mm'): EngineSpec => {
  const read = told(line, engine, unit);
  if (!read?.ok) throw new Error(`${line}: ${read?.sentence ?? 'of something else'}`);
  return engineTold(engine, read);
};

describe('an engine of which little is known', () => {
  it('can be, whatever its bore, kind and strokes; and fits its description', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 25_000, max: 140_000 }),
        fc.constantFrom<2 | 4>(2, 4),
        fc.constantFrom(...KINDS),
        (microns, strokes, kind) => {
          const { limits: _l, kits: _k, ...facts } = founded(microns / 1_000, strokes, kind);
          expect(engineTroubles(facts)).toEqual([]);
          expect(engineFactsShape.check(facts, '')).toEqual([]);
        },
      ),
    );
  });

  it('says of nothing that it is known which nobody typed', () => {
    const engine = founded(47);
    expect(engine).toMatchObject({ stroke: null, wall: 'unknown' });
    expect(engine.proposed).toEqual(expect.arrayContaining(['depths', 'wall-depth', 'pin-axis', 'zero']));
  });

  it('has nothing taken off its wall before it is known what it is', () => {
    for (const work of ['hone', 'bore', 'replate', 'sleeve'] as const)
      expect(neverDone('unknown', work)).toContain('magnet');
    // Between iron and aluminium, and as unsure as they lie apart.
    expect(wallMaterial('unknown')).toBe('iron-or-aluminium');
  });
});

describe('a line of the engine itself', () => {
  it.each<[string, Partial<EngineSpec>, ('mm' | 'in')?]>([
    ['stroke 51.8', { stroke: mm(51.8) }],
    ['Stroke: 2.04', { stroke: mm(51.816) }, 'in'],
    ['wall: iron sleeve', { wall: 'iron-sleeve' }],
    ['cylinder wall plated', { wall: 'plated' }],
    ['wall: nickel silicon carbide', { wall: 'plated' }],
    ['wall: hard chrome', { wall: 'chrome' }],
    ['depths 12, 35, 60, wall 85', { depths: { top: mm(12), mid: mm(35), low: mm(60) }, wallDepth: mm(85) }],
    ['wall depth 85', { wallDepth: mm(85) }],
    ['mark 0 at the flywheel side, pin at 0°', { zeroAt: 'flywheel side', pinAxisDeg: 0 }],
    ['0° is front', { zeroAt: 'front' }],
    ['pin axis 90°', { pinAxisDeg: 90 }],
    ['air cooled', { cooling: 'air' }],
    ['water-cooled', { cooling: 'liquid' }],
    ['cylinders: left, right', { cylinders: ['left', 'right'] }],
    ['twin', { cylinders: ['left', 'right'] }],
  ])('%s', (line, is, unit = 'mm') => {
    expect(becomes(line, founded(47), unit)).toMatchObject(is);
  });

  it.each([
    ['depths 60, 35, 12', 'the least first'],
    ['depths 12, 35, 60, wall 40', 'none below its end'],
    ['stroke 900', 'no stroke'],
    ['wall: porcelain', 'magnet'],
    ['wall depth 5', 'below the lowest depth'],
    ['cylinders: left, Left', 'same name'],
  ])('%s is not kept: %s', (line, sentence) => {
    const read = told(line);
    expect(read?.ok).toBe(false);
    expect(read && !read.ok && read.sentence).toContain(sentence);
  });

  it.each([
    ['stroke 20', 'unusual'],
    ['stroke 99', 'unusual'],
    // What was read as thrust by the direction that stood there is another direction then.
    ['mark 0 at the exhaust, pin at 0°', 'pin-axis'],
    ['pin axis 45°', 'pin-axis'],
  ])('%s is asked about', (line, code) => {
    const read = told(line);
    expect(read?.ok && read.questions.map((q) => q.code)).toContain(code);
  });

  it.each(['wall min 2.0', 'bore 47.00-47.01', 'depth of wear .02', 'piston pin 14.00', 'pin bore 14.004'])(
    'leaves %s to whom it belongs',
    (line) => expect(told(line)).toBeNull(),
  );

  it('settles what it says and leaves the rest a proposal', () => {
    const engine = becomes('depths 12, 35, 60');
    expect(engine.proposed).not.toContain('depths');
    expect(engine.proposed).toContain('wall-depth');
    expect(becomes('mark 0 at the exhaust, pin at 90°', engine).proposed).not.toContain('zero');
  });

  it('a fact that is taken over from a file is a proposal no more, and others stay one', () => {
    const engine = factTaken(founded(47), 'depths', { top: mm(12), mid: mm(35), low: mm(60) });
    expect(engine.depths.low).toBe(mm(60));
    expect(engine.proposed).not.toContain('depths');
    expect(engine.proposed).toContain('pin-axis');
    expect(factTaken(founded(47), 'stroke', mm(52)).proposed).toEqual(founded(47).proposed);
  });

  it('moves depths that are a proposal with the stroke, and none that somebody typed', () => {
    expect(becomes('stroke 60').depths.low).toBe(mm(66));
    const typed = becomes('depths 12, 35, 60, wall 85');
    expect(becomes('stroke 60', typed).depths).toEqual(typed.depths);
  });

  it('said back reads the same', () => {
    for (const like of ENGINE_LIKES) {
      const engine = founded(69);
      const read = told(like, engine);
      if (!read?.ok) throw new Error(like);
      const again = told(read.says, engine);
      expect([like, again?.ok && again.change]).toEqual([like, read.change]);
    }
  });
});
