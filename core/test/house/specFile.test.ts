import { Ajv2020 } from 'ajv/dist/2020.js';
import { engines as demo } from '@tribos/demo';
import {
  kitFile,
  kitFileChanges,
  kitFileSchema,
  readSpecFile,
  specChanges,
  specFile,
  specFileSchema,
  type EngineSpec,
} from '@tribos/core';

const engines = demo as unknown as readonly EngineSpec[];

const wire = (file: unknown): unknown => JSON.parse(JSON.stringify(file));
const readEngine = (file: unknown): EngineSpec => {
  const read = readSpecFile(wire(file));
  if (!read.ok || read.kind !== 'engine') throw new Error(JSON.stringify(read));
  return read.engine;
};

describe('a specification file', () => {
  it.each(engines.map((e) => [e.model, e] as const))(
    'of %s reads back and is written again the same, says nobody’s name, and fits its published schema',
    (_, engine) => {
      const file = specFile(engine);
      expect(specFile(readEngine(file))).toEqual(file);
      const said = JSON.stringify(file);
      for (const { source } of engine.limits) expect(said).not.toContain(`"${source.enteredBy}"`);
      expect(said).not.toContain('checkedBy');
      expect(said).not.toContain('"id"');
      const valid = new Ajv2020({ strict: false }).compile(specFileSchema);
      expect([valid(wire(file)), valid.errors]).toEqual([true, null]);
    },
  );

  it('has nothing checked, whatever somebody wrote into it', () => {
    const [engine] = engines;
    const forged = wire(specFile(engine!)) as { engine: { limits: { source: object }[] } };
    Object.assign(forged.engine.limits[0]!.source, { enteredBy: 'A', checkedBy: 'B' });
    const read = readEngine(forged);
    expect(read.limits[0]!.source).toMatchObject({ enteredBy: '', checkedBy: null });
  });

  it.each([
    ['/engine/bore', { bore: 1 }],
    ['/engine/depths', { wallDepth: 2_000_000 }],
    ['/engine/limits', { limits: 'none' }],
    ['/engine/colour', { colour: 'red' }],
  ])('is refused at %s', (path, over) => {
    const file = wire(specFile(engines[0]!)) as { engine: object };
    const read = readSpecFile({ ...file, engine: { ...file.engine, ...over } });
    expect(read.ok ? [] : read.misfits.map((m) => m.path)).toContain(path);
  });

  it.each([
    null,
    [],
    'x',
    7,
    {},
    { format: 'tribos-engine' },
    { format: 'tribos-kit', version: 1 },
    { format: 'tribos-job' },
  ])('is not %j', (junk) => {
    expect(readSpecFile(junk).ok).toBe(false);
  });

  it('brings all of an engine that is not there, and nothing of one that is the same', () => {
    const [engine] = engines;
    const read = readEngine(specFile(engine!));
    expect(new Set(specChanges(null, read).map((c) => c.state))).toEqual(new Set(['new']));
    expect(new Set(specChanges(engine!, read).map((c) => c.state))).toEqual(new Set(['same']));
    const keys = specChanges(null, read).map((c) => c.key);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it('says what differs, thing by thing', () => {
    const [engine] = engines;
    const read = readEngine(specFile(engine!));
    const [first, ...rest] = read.limits;
    const theirs = {
      ...read,
      pinAxisDeg: 45,
      limits: [{ ...first!, high: (first!.high ?? 0) + 1_000 }, ...rest],
      kits: [...read.kits, { ...read.kits[0]!, name: 'a new one' }],
    };
    const changed = specChanges(engine!, theirs).filter((c) => c.state !== 'same');
    expect(changed.map((c) => [c.what, c.name, c.state])).toEqual([
      ['fact', 'pinAxisDeg', 'differs'],
      ['limit', first!.feature, 'differs'],
      ['kit', expect.stringContaining('a new one'), 'new'],
    ]);
  });
});

describe('a kit file', () => {
  const engine = engines.find((e) => e.model === '312 MX')!;
  const kit = engine.kits.find((k) => k.maker === 'Corrie')!;

  it('is the kit with its maker’s limits and rings, and nobody else’s', () => {
    const file = kitFile(engine, kit.id);
    const read = readSpecFile(wire(file));
    if (!read.ok || read.kind !== 'kit') throw new Error(JSON.stringify(read));
    expect(read.file.limits.length).toBeGreaterThan(0);
    expect(new Set(read.file.limits.map((l) => l.source.party))).toEqual(new Set(['Corrie']));
    const { packs } = read.file.parts['ring-packs'] as { packs: { piston: string }[] };
    expect(packs.map((p) => p.piston)).toEqual(['Corrie']);
    const valid = new Ajv2020({ strict: false }).compile(kitFileSchema);
    expect([valid(wire(file)), valid.errors]).toEqual([true, null]);
    expect(new Set(kitFileChanges(engine, read.file).map((c) => c.state))).toEqual(new Set(['same']));
    const bare = { ...engine, kits: [], limits: [], parts: {} };
    expect(new Set(kitFileChanges(bare, read.file).map((c) => c.state))).toEqual(new Set(['new']));
  });
});
