import { v7 } from 'uuid';
import type { EngineView } from '@tribos/contract';
import type { Limit } from '@tribos/core';
import { asOwner, importOf, jobOf, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

async function engine(model: string): Promise<EngineView> {
  const { body } = await world.lead.get('/api/engines').expect(200);
  const { id } = (body as { id: string; model: string }[]).find((e) => e.model === model)!;
  return (await world.lead.get(`/api/engines/${id}`).expect(200)).body as EngineView;
}
const lash = (over: object = {}) => ({
  id: v7(),
  feature: 'setup.valve.intake',
  state: 'new',
  low: 80_000,
  high: 120_000,
  target: 110_000,
  unit: 'mm',
  sourceType: 'engine-maker',
  party: 'Varrow',
  document: 'bulletin 7',
  page: '1',
  revision: '',
  confirmed: true,
  ...over,
});
const kept = (view: EngineView, id: string): Limit | undefined => view.spec.limits.find((l) => l.id === id);

describe('what a sheet says to aim at', () => {
  it('is kept with its limit, typed again with it, and gone where it is left out', async () => {
    const { spec } = await engine('744 Four');
    const path = `/api/engines/${spec.id}/limits`;
    const typed = lash();
    const added = (await world.technician.post(path).send(typed).expect(201)).body as EngineView;
    expect(kept(added, typed.id)).toMatchObject({ low: 80_000, high: 120_000, target: 110_000 });
    const check = (body: object) => world.apprentice.post(`${path}/${typed.id}/check`).send(body);
    const range = { version: 1, low: typed.low, high: typed.high, rows: null };
    expect((await check(range).expect(422)).body.code).toBe('differs');
    expect((await check({ ...range, target: 100_000 }).expect(422)).body.code).toBe('differs');
    const checked = (await check({ ...range, target: 110_000 }).expect(200)).body as EngineView;
    expect(kept(checked, typed.id)!.source.checkedBy).toBe('Ngaire Solano');
    const { target: _, ...without } = typed;
    const edited = (
      await world.lead
        .put(`${path}/${typed.id}`)
        .send({ ...without, version: 2 })
        .expect(200)
    ).body as EngineView;
    expect(kept(edited, typed.id)).not.toHaveProperty('target');
  });

  it.each([
    ['outside its range', { target: 130_000 }, 422, 'target-outside'],
    ['of a maximum alone', { low: null }, 422, 'target-outside'],
    ['that is no figure', { target: 'about' }, 400, 'invalid'],
    ['of a range the wrong way round', { low: 120_000, high: 80_000 }, 422, 'reversed'],
  ])('%s is refused', async (_, over, status, code) => {
    const { spec } = await engine('744 Four');
    const { body } = await world.lead.post(`/api/engines/${spec.id}/limits`).send(lash(over)).expect(status);
    expect(body.code).toBe(code);
    expect(JSON.stringify(body)).not.toContain('stack');
  });

  it('cannot lie outside its range in the database either', async () => {
    const { spec } = await engine('312 MX');
    const { id } = spec.limits.find((l) => l.target !== undefined)!;
    await expect(
      asOwner(world.ownerUrl, 'UPDATE limits SET target = 1e8 WHERE id = $1', [id]),
    ).rejects.toThrow('limits_target');
  });

  it('goes to another shop and comes back with its engine, by every file', async () => {
    const { spec } = await engine('312 MX');
    const wanted = spec.limits.filter((l) => l.target !== undefined).map((l) => [l.feature, l.target]);
    expect(wanted).toEqual([['setup.valve.exhaust', 180_000]]);
    const file = JSON.parse((await world.lead.get(`/api/engines/${spec.id}/file`).expect(200)).text);
    const { body } = await world.stranger.post('/api/specifications/preview').send({ file, into: null });
    const take = (body.changes as { key: string }[]).map((c) => c.key);
    const id = v7();
    await world.stranger.post('/api/specifications').send({ file, into: null, id, take }).expect(200);
    const there = (await world.stranger.get(`/api/engines/${id}`).expect(200)).body as EngineView;
    expect(there.spec.limits.filter((l) => l.target !== undefined).map((l) => [l.feature, l.target])).toEqual(
      wanted,
    );
  });
});

describe('a limit that cannot be one', () => {
  it.each([
    ['the wrong way round', { low: 90_000, high: 80_000 }, 'its low figure above its high one'],
    ['aiming outside its range', { low: 80_000, high: 90_000, target: 95_000 }, 'outside its own range'],
    ['empty', { low: null, high: null }, 'no figure'],
  ])('%s comes in by no file', async (_, over, says) => {
    const { file } = await jobOf(world.technician, 'Varrow 644 Twin');
    const at = file.engine.limits.findIndex((l) => l.feature === 'clearance' && l.state === 'new');
    const bent = structuredClone(file) as unknown as { engine: { limits: object[] } };
    Object.assign(bent.engine.limits[at]!, over);
    const { problem } = await importOf(world.technician, bent);
    expect(problem?.errors?.[0]).toMatchObject({ path: `/engine/limits/${at}` });
    expect(JSON.stringify(problem)).toContain(says);
    const { spec } = await engine('386');
    const sheet = JSON.parse((await world.lead.get(`/api/engines/${spec.id}/file`).expect(200)).text);
    Object.assign(sheet.engine.limits[0], over);
    const { body } = await world.technician
      .post('/api/specifications/preview')
      .send({ file: sheet, into: null })
      .expect(422);
    expect(JSON.stringify(body)).toContain(says);
  });
});
