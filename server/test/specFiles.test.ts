import { v7 } from 'uuid';
import type { EngineView, SpecFilePreview } from '@tribos/contract';
import { answerSchema, kitFileSchema, orderSchema, specFileSchema } from '@tribos/core';
import { readFileSync } from 'node:fs';
import { importOf, jobOf, makeWorld, type Agent, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const engineNamed = async (agent: Agent, model: string): Promise<EngineView> => {
  const { body } = await agent.get('/api/engines').expect(200);
  const found = (body as { id: string; model: string }[]).find((e) => e.model === model)!;
  return (await agent.get(`/api/engines/${found.id}`).expect(200)).body as EngineView;
};
const fileOf = async (agent: Agent, path: string): Promise<Record<string, unknown>> =>
  JSON.parse((await agent.get(`${path}/file`).expect(200)).text) as Record<string, unknown>;
const preview = async (agent: Agent, file: object, into: string | null = null): Promise<SpecFilePreview> =>
  (await agent.post('/api/specifications/preview').send({ file, into }).expect(200)).body as SpecFilePreview;
const take = (agent: Agent, file: object, into: string | null, keys: string[], id = v7()) =>
  agent.post('/api/specifications').send({ file, into, id, take: keys });

describe('a specification handed to another shop', () => {
  it('comes out there as it was, unchecked until somebody checks it there', async () => {
    const { spec } = await engineNamed(world.technician, '620 Twin');
    const file = await fileOf(world.technician, `/api/engines/${spec.id}`);
    const seen = await preview(world.stranger, file);
    expect(seen).toMatchObject({ kind: 'engine', title: 'Kaldera 620 Twin', into: null, could: [] });
    const keys = seen.changes.map((c) => c.key);
    const id = v7();
    const { body } = await take(world.stranger, file, null, keys, id).expect(200);
    const there = body as EngineView;
    expect(there.spec.id).toBe(id);
    expect(await fileOf(world.stranger, `/api/engines/${id}`)).toEqual(file);
    expect(there.spec.limits.every((l) => l.source.checkedBy === null)).toBe(true);
    expect(new Set(there.spec.limits.map((l) => l.source.enteredBy))).toEqual(new Set(['Sana Whitlock']));
    // Whoever brought it in is no second pair of eyes.
    const limit = there.spec.limits[0]!;
    const own = await world.stranger
      .post(`/api/engines/${id}/limits/${limit.id}/check`)
      .send({ version: 1, low: limit.low, high: limit.high, rows: null })
      .expect(422);
    expect(own.body.code).toBe('second-person');
    // Sent again it is there once.
    await take(world.stranger, file, null, keys, id).expect(200);
    expect(((await world.stranger.get('/api/engines')).body as unknown[]).length).toBe(1);
  });

  it('takes along for which build a limit holds, and knows it again when it is brought once more', async () => {
    const { spec } = await engineNamed(world.technician, '386');
    const file = await fileOf(world.technician, `/api/engines/${spec.id}`);
    const builds = (of: EngineView['spec']) =>
      of.limits
        .filter((l) => l.feature.startsWith('setup.contact'))
        .map((l) => [l.feature, l.source.party, l.low, l.conditions])
        .sort();
    expect(builds(spec)).toHaveLength(4);
    const keys = (await preview(world.stranger, file)).changes.map((c) => c.key);
    const { body } = await take(world.stranger, file, null, keys).expect(200);
    const there = (body as EngineView).spec;
    expect(builds(there)).toEqual(builds(spec));
    const again = await preview(world.stranger, file, there.id);
    expect(again.changes.filter((c) => c.state !== 'same')).toEqual([]);
    // The same figure for another build is another limit, and none of those that are there.
    const other = structuredClone(file) as { engine: { limits: { feature: string; conditions: object }[] } };
    const own = other.engine.limits.find((l) => l.feature === 'setup.contact.intake')!;
    own.conditions = { build: { head: 'maker', cams: 'stage 2', piston: 'maker', gasket: 'maker' } };
    const changed = (await preview(world.stranger, other, there.id)).changes.filter(
      (c) => c.state !== 'same',
    );
    expect(changed.map((c) => c.state)).toEqual(['new']);
    // What is no build is said with its place.
    own.conditions = { build: { head: 'maker' } };
    const { body: refused } = await world.stranger
      .post('/api/specifications/preview')
      .send({ file: other, into: there.id });
    expect(JSON.stringify(refused)).toContain('conditions/build/cams');
  });

  it('merged into an engine that is there takes what was chosen, and leaves the checks of what is the same', async () => {
    const before = await engineNamed(world.technician, '312 MX');
    const file = (await fileOf(world.technician, `/api/engines/${before.spec.id}`)) as {
      engine: { limits: { high: number | null; feature: string }[]; kits: object[]; pinAxisDeg: number };
    };
    file.engine.limits[0]!.high = 79_013_000;
    file.engine.pinAxisDeg = 100;
    file.engine.kits.push({ ...file.engine.kits[0], name: 'A kit of theirs' });
    const seen = await preview(world.technician, file);
    expect(seen.into?.id).toBe(before.spec.id);
    const differ = seen.changes.filter((c) => c.state !== 'same');
    expect(differ.map((c) => [c.what, c.state])).toEqual([
      ['fact', 'differs'],
      ['limit', 'differs'],
      ['kit', 'new'],
    ]);
    const chosen = differ.filter((c) => c.what !== 'fact').map((c) => c.key);
    const after = (await take(world.technician, file, before.spec.id, chosen).expect(200)).body as EngineView;
    expect(after.spec.pinAxisDeg).toBe(before.spec.pinAxisDeg);
    expect(after.spec.limits[0]).toMatchObject({
      id: before.spec.limits[0]!.id,
      high: 79_013_000,
      source: { enteredBy: 'Tomasz Adeyemi', checkedBy: null },
    });
    expect(after.spec.limits.slice(1)).toEqual(before.spec.limits.slice(1));
    expect(after.spec.kits).toHaveLength(before.spec.kits.length + 1);
    expect(after.spec.parts).toEqual(before.spec.parts);
  });

  it('brings no adoption in but by a lead, by whatever file it comes', async () => {
    const { spec } = await engineNamed(world.technician, '720');
    const file = (await fileOf(world.technician, `/api/engines/${spec.id}`)) as {
      engine: { model: string; limits: { source: object }[] };
    };
    file.engine.model = '720 B';
    const [first] = file.engine.limits;
    file.engine.limits = [
      { ...first!, source: { ...first!.source, type: 'adoption', party: 'Corrie' } },
      ...file.engine.limits.slice(1),
    ];
    const keys = (await preview(world.technician, file)).changes.map((c) => c.key);
    await take(world.technician, file, null, keys).expect(403);
    await take(world.lead, file, null, keys).expect(200);
    const job = await jobOf(world.technician, 'Pellworm 720');
    const whole = {
      ...job.file,
      engine: {
        ...job.file.engine,
        model: '720 C',
        limits: job.file.engine.limits.map((l, i) =>
          i === 0 ? { ...l, source: { ...l.source, type: 'adoption' as const } } : l,
        ),
      },
    };
    const refused = await importOf(world.technician, whole);
    expect(refused.problem?.detail).toContain('is for a lead to say');
  });

  it('is refused by whoever may not type it, and where it cannot be', async () => {
    const { spec } = await engineNamed(world.technician, '386');
    const file = await fileOf(world.technician, `/api/engines/${spec.id}`);
    await world.apprentice
      .post('/api/specifications')
      .send({ file, into: null, id: v7(), take: [] })
      .expect(403);
    const { body } = await world.technician
      .post('/api/specifications/preview')
      .send({ file: { format: 'other' }, into: null })
      .expect(422);
    expect(body.code).toBe('not-a-specification');
    await world.stranger.post('/api/specifications/preview').send({ file, into: spec.id }).expect(404);
  });
});

describe('a kit handed to another shop', () => {
  it('goes into the engine that is chosen, with its maker’s limits and rings, beside those of others', async () => {
    const { spec } = await engineNamed(world.technician, '312 MX');
    const kit = spec.kits.find((k) => k.maker === 'Corrie')!;
    const file = await fileOf(world.technician, `/api/engines/${spec.id}/kits/${kit.id}`);
    expect((await preview(world.stranger, file)).into).toBeNull();
    const none = await take(world.stranger, file, null, []).expect(422);
    expect(none.body.code).toBe('into');
    const engine = await fileOf(world.technician, `/api/engines/${spec.id}`);
    const seen = await preview(world.stranger, engine);
    const id = v7();
    // Without anything of that maker.
    const keys = seen.changes
      .map((c) => c.key)
      .filter((k) => !k.includes('Corrie') && !k.startsWith('part:'));
    await take(world.stranger, engine, null, keys, id).expect(200);
    const into = await preview(world.stranger, file, id);
    expect(new Set(into.changes.map((c) => c.state))).toEqual(new Set(['new']));
    const { body } = await take(
      world.stranger,
      file,
      id,
      into.changes.map((c) => c.key),
    ).expect(200);
    const there = (body as EngineView).spec;
    expect(there.kits.map((k) => k.maker)).toContain('Corrie');
    const again = await preview(world.stranger, file, id);
    expect(new Set(again.changes.map((c) => c.state))).toEqual(new Set(['same']));
  });
});

it('the schemas are published as they are documented', async () => {
  for (const [path, schema] of [
    ['engine-file.v1', specFileSchema],
    ['kit-file.v1', kitFileSchema],
    ['outside-order.v1', orderSchema],
    ['outside-answer.v1', answerSchema],
  ] as const) {
    const { body } = await world.nobody.get(`/api/schemas/${path}.json`).expect(200);
    expect(body).toEqual(JSON.parse(JSON.stringify(schema)));
    expect(JSON.parse(readFileSync(`docs/formats/${path}.schema.json`, 'utf8'))).toEqual(body);
  }
});
