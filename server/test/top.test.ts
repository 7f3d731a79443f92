import { v7 } from 'uuid';
import { assemblyRun, inHouse, notYetStarted, torqueRun, type JobFile } from '@tribos/core';
import { bringIn, importOf, jobOf, makeWorld, newTwin, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

/** The quad that is finished: the one whose first start is open. */
async function finished(): Promise<JobFile> {
  const { body } = await world.technician.get('/api/jobs').expect(200);
  for (const { id } of (body as { items: { id: string; engine: string }[] }).items.filter(
    (j) => j.engine === 'Drumlin 386',
  )) {
    const { body: view } = await world.technician.get(`/api/jobs/${id}`).expect(200);
    const file = inHouse(view.file as JobFile);
    if (torqueRun(file).begun) return file;
  }
  throw new Error('no job is finished');
}
const entry = (kind: string, fields: object) => ({ ...fields, id: v7(), at: new Date().toISOString(), kind });

describe('a top end that is together', () => {
  it('goes through a file and back: every answer, every bolt, and the first start stays open', async () => {
    const file = await finished();
    const { body: exported } = await world.technician.get(`/api/jobs/${file.job.id}/file`).expect(200);
    const back = inHouse((await bringIn(world.lead, exported)).file);
    expect(assemblyRun(back).steps.map((s) => [s.key, s.state, s.asks.map((a) => a.seen?.answer)])).toEqual(
      assemblyRun(file).steps.map((s) => [s.key, s.state, s.asks.map((a) => a.seen?.answer)]),
    );
    expect(torqueRun(back).groups.map((g) => [g.done, g.passes.map((p) => [...p.done.keys()])])).toEqual(
      torqueRun(file).groups.map((g) => [g.done, g.passes.map((p) => [...p.done.keys()])]),
    );
    const started = (f: JobFile) => notYetStarted(f, []).filter((m) => !m.includes('proved'));
    expect(started(back)).toEqual(started(file));
    // What a screen would refuse, a file does not bring in either.
    for (const [kind, bend, says] of [
      ['assembly-seen', { step: 'expander', answer: 'overlapped' }, 'smokes'],
      ['torqued', { pass: 9 }, 'should be'],
      ['torque-wrench', { condition: 'dry' }, 'threads'],
      ['refit-seen', { answer: 'it weeps' }, 'none of the answers'],
      ['fluid-filled', { level: 'under' }, 'Fill it to its mark'],
    ] as const) {
      const bent = structuredClone(exported);
      Object.assign(
        bent.log.find(
          (e: { kind: string; step?: string }) =>
            e.kind === kind && (!('step' in bend) || e.step === bend.step),
        ),
        bend,
      );
      expect(JSON.stringify(await importOf(world.lead, bent))).toContain(says);
    }
  });

  it('is refused by the API where a screen would refuse it, with the same sentence', async () => {
    const twin = await newTwin(world.technician);
    const { id } = twin.file.job;
    const send = (...entries: object[]) => world.technician.post(`/api/jobs/${id}/log`).send({ entries });
    const refused = async (kind: string, fields: object) =>
      (await send(entry(kind, fields)).expect(422)).body.detail as string;
    const seen = { step: 'first-clip', cylinder: 0, ask: 1, again: false };
    expect(await refused('assembly-seen', { ...seen, answer: 'to a side' })).toContain('Inertia');
    expect(await refused('assembled', { steps: [{ step: 'first-clip', cylinder: 0 }], seen: [] })).toContain(
      'First look',
    );
    const wrench = {
      group: 'head-main',
      name: 'w',
      range: 60,
      unit: 'N·m',
      due: null,
      adapter: null,
      condition: 'oiled',
      bolts: 'none-are-once',
    };
    expect(await refused('torque-wrench', { ...wrench, range: 400 })).toContain('too little for this one');
    const tool = entry('torque-wrench', wrench);
    await send(tool).expect(200);
    const press = {
      group: 'head-main',
      pass: 0,
      holes: [1, 2],
      wrench: tool.id,
      from: 'hand',
      clicked: null,
    };
    expect(await refused('torqued', { ...press, pass: 2 })).toContain('One press for each bolt');
    expect(await refused('torqued', { ...press, wrench: v7() })).toContain('which wrench');
    // Two tablets that send the same press once each: it stands twice in the log and counts once.
    await send(entry('torqued', press), entry('torqued', press)).expect(200);
    const { body } = await world.technician.get(`/api/jobs/${id}`).expect(200);
    expect(torqueRun(inHouse(body.file as JobFile)).groups[0]!.passes[0]!.done.size).toBe(2);
    // Nobody of another shop writes to it.
    await world.stranger
      .post(`/api/jobs/${id}/log`)
      .send({ entries: [entry('torqued', press)] })
      .expect(404);
  });

  it('a stranger’s stack of gaskets is none of this sheet', async () => {
    const { file } = await jobOf(world.technician, 'Drumlin 212 Y');
    const { body } = await world.technician
      .post(`/api/jobs/${file.job.id}/log`)
      .send({ entries: [entry('stack-laid', { where: 'base', gaskets: ['cardboard'] })] })
      .expect(422);
    expect(body.detail).toContain('no such gasket');
  });
});
