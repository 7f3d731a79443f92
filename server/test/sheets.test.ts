import { v7 } from 'uuid';
import type { EngineView, JobView } from '@tribos/contract';
import type { RingPack } from '@tribos/core';
import { jobOf, makeWorld, type World } from './support.js';

const today = new Date().toISOString().slice(0, 10);
let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const engineNamed = async (model: string): Promise<EngineView> => {
  const { body } = await world.technician.get('/api/engines').expect(200);
  const { id } = (body as { id: string; model: string }[]).find((e) => e.model === model)!;
  return (await world.technician.get(`/api/engines/${id}`).expect(200)).body as EngineView;
};

const bodyOf = ({ spec, version }: EngineView, over: object = {}) => {
  const { limits: _l, kits: _k, parts: _p, ...facts } = spec;
  return { ...facts, version, ...over };
};

describe('an engine typed on', () => {
  it('is changed by version, refused where it cannot be, and keeps the cylinders its jobs read', async () => {
    const before = await engineNamed('644 Twin');
    const put = (over: object) =>
      world.technician.put(`/api/engines/${before.spec.id}`).send(bodyOf(before, over));
    const wrong = await put({ ports: [{ name: 'window', roof: 9, floor: 8, from: 0, to: 10 }] }).expect(422);
    expect(wrong.body.errors[0]).toMatchObject({ path: '/ports/0/floor' });
    expect((await put({ sleeveOuter: before.spec.bore }).expect(422)).body.code).toBe('sleeveOuter');
    const fewer = await put({ cylinders: ['one'] }).expect(422);
    expect(fewer.body.detail).toContain('2 cylinders');
    await world.apprentice.put(`/api/engines/${before.spec.id}`).send(bodyOf(before)).expect(403);
    const after = (await put({ code: 'B', year: 2019 }).expect(200)).body as EngineView;
    expect(after.spec).toEqual({ ...before.spec, code: 'B', year: 2019 });
    expect(after.jobs).toBeGreaterThan(0);
    const late = await put({ code: 'C' }).expect(409);
    expect(late.body.current.spec.code).toBe('B');
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    expect(job.file.engine.code).toBe('B');
  });

  it('a limit copied by mistake goes, by version; its jobs are judged without it', async () => {
    const { spec, limitVersions } = await engineNamed('386');
    const limit = spec.limits.find((l) => l.feature === 'bore' && l.state === 'service')!;
    const remove = (version: number) =>
      world.technician.delete(`/api/engines/${spec.id}/limits/${limit.id}`).send({ version });
    await remove(limitVersions[limit.id]! + 1).expect(409);
    await world.stranger
      .delete(`/api/engines/${spec.id}/limits/${limit.id}`)
      .send({ version: 1 })
      .expect(404);
    const { body } = await remove(limitVersions[limit.id]!).expect(200);
    expect((body as EngineView).spec.limits).toHaveLength(spec.limits.length - 1);
  });
});

describe('a kit', () => {
  const kit = (over: object = {}) => ({
    id: v7(),
    maker: 'Lintel',
    name: 'Lintel +0.40',
    oversize: 400_000,
    piston: 77_360_000,
    material: 'cast-high-silicon',
    gaugeHeight: 12_000_000,
    ...over,
  });

  it('is added, changed and taken away; what is odd is asked first', async () => {
    const { spec } = await engineNamed('644 Twin');
    const at = `/api/engines/${spec.id}/kits`;
    const odd = await world.technician
      .post(at)
      .send(kit({ piston: 77_500_000 }))
      .expect(422);
    expect(odd.body.errors[0].sentence).toContain('0.100 mm larger than its bore');
    const made = kit();
    const { body } = await world.technician.post(at).send(made).expect(201);
    expect((body as EngineView).spec.kits).toContainEqual(made);
    await world.technician.post(at).send(made).expect(201);
    await world.technician
      .put(`${at}/${made.id}`)
      .send({ ...made, piston: 77_361_000, version: 1 })
      .expect(200);
    await world.technician
      .put(`${at}/${made.id}`)
      .send({ ...made, version: 1 })
      .expect(409);
    const gone = await world.technician.delete(`${at}/${made.id}`).send({ version: 2 }).expect(200);
    expect((gone.body as EngineView).spec.kits).toEqual(spec.kits);
  });

  it('that a job was decided on stays', async () => {
    const { spec, kitVersions } = await engineNamed('312 MX');
    const { body: jobs } = await world.technician.get('/api/jobs?search=312');
    const view = await world.technician.get(`/api/jobs/${jobs.items[0].id}`);
    const decided = view.body.file.decisions.at(-1)?.kitId as string;
    expect(decided).toBeTruthy();
    const refused = await world.technician
      .delete(`/api/engines/${spec.id}/kits/${decided}`)
      .send({ version: kitVersions[decided] })
      .expect(422);
    expect(refused.body.code).toBe('used');
  });
});

describe('a part of a sheet', () => {
  it('is kept as its description says; what was not touched keeps its check, what was is the typist’s', async () => {
    const { spec, partVersions } = await engineNamed('312 MX');
    const at = `/api/engines/${spec.id}/parts/ring-packs`;
    const version = partVersions['ring-packs']!;
    const { packs } = spec.parts!['ring-packs'] as { packs: readonly RingPack[] };
    expect(packs.length).toBeGreaterThan(1);
    await world.technician
      .put(`/api/engines/${spec.id}/parts/nonsense`)
      .send({ version: 0, body: {} })
      .expect(404);
    await world.technician
      .put(at)
      .send({ version, body: { packs: [{ ...packs[0], hatch: 'steep' }] } })
      .expect(400);
    const changed = { packs: [packs[0]!, { ...packs[1]!, hatch: 60 }] };
    await world.technician
      .put(at)
      .send({ version: version + 1, body: changed })
      .expect(409);
    const { body } = await world.technician.put(at).send({ version, body: changed }).expect(200);
    const kept = ((body as EngineView).spec.parts!['ring-packs'] as { packs: readonly RingPack[] }).packs;
    expect(kept[0]).toEqual(packs[0]);
    expect(kept[1]).toEqual({
      ...packs[1],
      hatch: 60,
      source: { ...packs[1]!.source, enteredBy: 'Tomasz Adeyemi', checkedBy: null, enteredOn: today },
    });
  });

  it('nobody says of a figure that somebody else checked it; typed again by another it is checked, where it is the same', async () => {
    const { spec, partVersions } = await engineNamed('312 MX');
    const at = `/api/engines/${spec.id}/parts/ring-packs`;
    const { packs } = spec.parts!['ring-packs'] as { packs: readonly RingPack[] };
    let version = partVersions['ring-packs']!;
    const forged = {
      packs: packs.map((p) => ({
        ...p,
        hatch: 50,
        source: { ...p.source, enteredBy: 'Somebody Else', checkedBy: 'Another' },
      })),
    };
    const { body } = await world.technician.put(at).send({ version, body: forged }).expect(200);
    const kept = ((body as EngineView).spec.parts!['ring-packs'] as { packs: readonly RingPack[] }).packs;
    expect(kept.map((p) => [p.source.enteredBy, p.source.checkedBy])).toEqual(
      packs.map(() => ['Tomasz Adeyemi', null]),
    );
    version += 1;
    // The typist is no second pair of eyes.
    const own = await world.technician.post(`${at}/check`).send({ version, body: forged }).expect(200);
    expect(own.body).toEqual({ checked: 0, retyped: 0, differ: 0 });
    const [first, ...rest] = forged.packs;
    const again = { packs: [{ ...first!, hatch: 51 }, ...rest] };
    const other = await world.apprentice.post(`${at}/check`).send({ version, body: again }).expect(200);
    expect(other.body).toEqual({ checked: rest.length, retyped: 0, differ: 1 });
    const now = await engineNamed('312 MX');
    const checked = (now.spec.parts!['ring-packs'] as { packs: readonly RingPack[] }).packs;
    expect(checked.map((p) => p.source.checkedBy !== null)).toEqual([false, ...rest.map(() => true)]);
  });
});

describe('another limit in one job', () => {
  it('governs by a lead’s word with its reason, is shown with it, and is withdrawn again', async () => {
    const job = await jobOf(world.lead, 'Varrow 312 MX');
    const { engine, job: facts } = job.file;
    const maker = engine.limits.find(
      (l) => l.feature === 'clearance' && l.state === 'new' && l.source.type === 'engine-maker',
    )!;
    const at = `/api/jobs/${facts.id}/overrides`;
    const body = {
      version: job.version,
      feature: 'clearance',
      state: 'new',
      limitId: maker.id,
      reason: 'both makers agree in writing',
    };
    await world.technician.put(at).send(body).expect(403);
    expect(
      (
        await world.lead
          .put(at)
          .send({ ...body, reason: ' ' })
          .expect(422)
      ).body.code,
    ).toBe('reason');
    const other = engine.limits.find((l) => l.feature === 'bore')!;
    expect(
      (
        await world.lead
          .put(at)
          .send({ ...body, limitId: other.id })
          .expect(422)
      ).body.code,
    ).toBe('limit');
    const { body: view } = await world.lead.put(at).send(body).expect(200);
    expect(view.file.job.overrides).toEqual([
      {
        feature: 'clearance',
        state: 'new',
        limitId: maker.id,
        reason: 'both makers agree in writing',
        by: 'Mirela Okafor-Lind',
        importedBy: null,
      },
    ]);
    const said = async () =>
      JSON.stringify((await world.lead.get(`/api/jobs/${facts.id}/verdicts`).expect(200)).body);
    expect(await said()).toContain('both makers agree in writing');
    // What a job goes by stays on file.
    await world.lead.delete(`/api/engines/${engine.id}/limits/${maker.id}`).send({ version: 1 }).expect(422);
    await world.lead.put(at).send(body).expect(409);
    const now = view.version as number;
    const back = await world.lead
      .put(at)
      .send({ ...body, version: now, limitId: null, reason: '' })
      .expect(200);
    expect(back.body.file.job.overrides).toEqual([]);
    expect(await said()).not.toContain('both makers agree');
  });

  it('one maker’s figures for another’s part are adopted by a lead alone', async () => {
    const { spec } = await engineNamed('212 Y');
    const body = {
      id: v7(),
      feature: 'clearance',
      state: 'new',
      low: 55_000,
      high: 75_000,
      unit: 'mm',
      sourceType: 'adoption',
      party: 'Corrie',
      document: 'Corrie wrote that their piston is the maker’s own',
      page: '',
      revision: '',
      confirmed: true,
    };
    await world.technician.post(`/api/engines/${spec.id}/limits`).send(body).expect(403);
    await world.lead.post(`/api/engines/${spec.id}/limits`).send(body).expect(201);
    // Rings, clock and marks the same; who changes something else of them later says nothing new.
    const at = `/api/engines/${spec.id}/parts/ring-packs`;
    const { packs } = spec.parts!['ring-packs'] as { packs: { source: object }[] };
    const adopted = {
      ...packs[0]!,
      piston: 'Corrie',
      source: { ...packs[0]!.source, type: 'adoption', party: 'Corrie' },
    };
    const put = (by: typeof world.lead, version: number, of: object[]) =>
      by.put(at).send({ version, body: { packs: of } });
    const version = (await engineNamed('212 Y')).partVersions['ring-packs']!;
    await put(world.technician, version, [...packs, adopted]).expect(403);
    await put(world.lead, version, [...packs, adopted]).expect(200);
    await put(world.technician, version + 1, [adopted, ...packs]).expect(200);
  });
});

describe('a limit changed later', () => {
  it('marks the jobs it touches and says which verdicts moved, until somebody has seen it; one that is back has not moved', async () => {
    await world.summedUp();
    const before = await jobOf(world.technician, 'Varrow 644 Twin');
    expect(before.moved).toEqual([]);
    const { engine, job } = before.file;
    const limit = engine.limits.find((l) => l.feature === 'bore' && l.state === 'service')!;
    const put = async (high: number) => {
      const { limitVersions } = await engineNamed('644 Twin');
      await world.technician
        .put(`/api/engines/${engine.id}/limits/${limit.id}`)
        .send({
          id: limit.id,
          feature: 'bore',
          state: 'service',
          low: null,
          high,
          unit: 'mm',
          sourceType: 'engine-maker',
          party: 'Varrow',
          document: 'bulletin 4',
          page: '',
          revision: '',
          confirmed: true,
          version: limitVersions[limit.id],
        })
        .expect(200);
    };
    const moved = async () => {
      for (let i = 0; i < 200; i += 1) {
        await world.summedUp();
        const { body } = await world.technician.get(`/api/jobs/${job.id}`).expect(200);
        if (body.moved.length > 0 || i > 100) return body.moved as JobView['moved'];
        await new Promise((r) => setTimeout(r, 50));
      }
      return [];
    };
    await put(77_300_000);
    const first = await moved();
    expect(first.map((m) => [m.cylinder, m.title, m.from, m.to])).toEqual(
      expect.arrayContaining([
        ['left', 'Largest bore', 'undecided', 'within'],
        ['right', 'Largest bore', 'beyond', 'within'],
      ]),
    );
    const { body: home } = await world.technician.get('/api/benches').expect(200);
    expect(home.moved.map((j: { id: string }) => j.id)).toContain(job.id);
    const { body: seen } = await world.technician.delete(`/api/jobs/${job.id}/moved`).expect(200);
    expect(seen.moved).toEqual([]);
    await put(limit.high!);
    expect((await moved()).map((m) => [m.cylinder, m.from, m.to])).toContainEqual([
      'right',
      'within',
      'beyond',
    ]);
    // Back where it was before anybody saw it: nothing moved.
    await put(77_300_000);
    for (let i = 0; i < 100; i += 1) {
      await world.summedUp();
      const { body } = await world.technician.get(`/api/jobs/${job.id}`);
      if (body.moved.length === 0) return;
      await new Promise((r) => setTimeout(r, 50));
    }
    throw new Error('it is still said to have moved');
  }, 60_000);
});
