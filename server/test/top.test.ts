import { v7 } from 'uuid';
import {
  assemblyRun,
  buildNow,
  camReadings,
  contactsOf,
  groupsOf,
  inHouse,
  lashChoice,
  lastShimIn,
  notYetStarted,
  portMap,
  shelfNow,
  torqueRecord,
  torqueRun,
  type JobFile,
  type TorqueGroup,
} from '@tribos/core';
import { EARLIER_CUSTOMERS } from '@tribos/demo';
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
    // What its sheet has otherwise comes in as it was written, and proves nothing.
    for (const [kind, bend] of [
      ['torque-wrench', { condition: 'dry' }],
      ['torqued', { to: { by: 'torque', value: 99 } }],
    ] as const) {
      const bent = structuredClone(exported);
      Object.assign(
        bent.log.find((e: { kind: string; group?: string }) => e.kind === kind && e.group !== ''),
        bend,
      );
      const run = torqueRun(inHouse((await bringIn(world.lead, bent)).file));
      expect([kind, run.groups.every((g) => g.done)]).toEqual([kind, false]);
    }
  });

  it('once its plan is corrected is not tight, keeps what was done, and still goes through a file', async () => {
    const before = await finished();
    const { body: view } = await world.lead.get(`/api/engines/${before.engine.id}`).expect(200);
    const plan = structuredClone(view.spec.parts['torque-plan']) as { groups: TorqueGroup[] };
    const head = plan.groups.find((g) => g.clamps === 'head')!;
    const was = head.steps.at(-1)!.value;
    const corrected = {
      groups: plan.groups.map((g) =>
        g === head ? { ...g, steps: [...g.steps.slice(0, -1), { by: 'torque', value: was + 3 }] } : g,
      ),
    };
    await world.lead
      .put(`/api/engines/${before.engine.id}/parts/torque-plan`)
      .send({ version: view.partVersions['torque-plan'], body: corrected })
      .expect(200);
    const { body: now } = await world.technician.get(`/api/jobs/${before.job.id}`).expect(200);
    const { body: exported } = await world.technician.get(`/api/jobs/${before.job.id}/file`).expect(200);
    for (const file of [now.file, (await bringIn(world.lead, exported)).file] as JobFile[]) {
      const g = torqueRun(inHouse(file)).groups.find((x) => x.group.key === head.key)!;
      expect([g.done, g.again]).toEqual([false, 'its sheet was corrected since']);
      expect(notYetStarted(inHouse(file), []).join(' ')).toContain(`Not tightened: ${head.name}`);
      expect(JSON.stringify(torqueRecord(inHouse(file)))).toContain(`${was} N·m by what the sheet said then`);
    }
    await world.lead
      .put(`/api/engines/${before.engine.id}/parts/torque-plan`)
      .send({ version: view.partVersions['torque-plan'] + 1, body: plan })
      .expect(200);
    const { body: again } = await world.technician.get(`/api/jobs/${before.job.id}`).expect(200);
    const done = (f: JobFile) => torqueRun(inHouse(f)).groups.map((g) => [g.group.key, g.done]);
    expect(done(again.file as JobFile)).toEqual(done(before));
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
    const { steps } = groupsOf(twin.file.engine).find((g) => g.group.key === 'head-main')!.group;
    const press = {
      group: 'head-main',
      pass: 0,
      to: steps[0]!,
      holes: [1, 2],
      wrench: tool.id,
      from: 'hand',
      clicked: null,
    };
    expect(await refused('torqued', { ...press, pass: 2, to: steps[2]! })).toContain(
      'One press for each bolt',
    );
    expect(await refused('torqued', { ...press, wrench: v7() })).toContain('which wrench');
    // A tablet that still shows the plan as it was before it was corrected.
    const old = { ...press, to: { by: 'torque', value: 11 } };
    expect(await refused('torqued', old)).toContain('has it otherwise now');
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

  it('build, cams, photos, days and ports go through a file and back; what a screen refuses, neither takes', async () => {
    const { body: list } = await world.technician.get('/api/jobs').expect(200);
    const earlier = (list as { items: { id: string; customer: string }[] }).items.filter((j) =>
      EARLIER_CUSTOMERS.includes(j.customer),
    );
    for (const id of [(await finished()).job.id, ...earlier.map((j) => j.id)]) {
      const { body: view } = await world.technician.get(`/api/jobs/${id}`).expect(200);
      const file = inHouse(view.file as JobFile);
      const { body: exported } = await world.technician.get(`/api/jobs/${id}/file`).expect(200);
      const back = inHouse((await bringIn(world.lead, exported)).file);
      const said = (f: JobFile) => ({
        build: buildNow(f),
        cams: [...camReadings(f)].map(([event, all]) => [event, all.map((r) => r.degrees)]),
        rooms: contactsOf(f).map((c) => [c.thing.key, c.smallest?.value]),
        ports: portMap(f).map((p) => [p.roof.before?.value, p.roof.now?.value, p.width.now?.value]),
        due: torqueRun(f).groups.map((g) => g.due?.on),
        shims: [shelfNow(f), lashChoice(f).valves.map((v) => v.shim), lastShimIn(f)?.thickness],
        pictured: assemblyRun(f).steps.map((s) => s.pictured?.text),
      });
      expect(said(back)).toEqual(said(file));
    }
    const { body: exported } = await world.technician
      .get(`/api/jobs/${(await finished()).job.id}/file`)
      .expect(200);
    for (const [kind, bend, says] of [
      ['build-said', { piston: '  ' }, 'Whose piston'],
      ['cam-timed', { degrees: 400 }, 'should be'],
      ['assembly-pictured', { text: ' ' }, 'why there is no photo'],
      ['torque-due', { on: '2026-02-31' }, '/on'],
    ] as const) {
      const bent = structuredClone(exported);
      const found = bent.log.find((e: { kind: string }) => e.kind === kind);
      Object.assign(found, bend);
      expect([kind, JSON.stringify(await importOf(world.lead, bent))]).toEqual([
        kind,
        expect.stringContaining(says),
      ]);
    }
  });

  it('a limit that hangs on a build is entered, shown and asked about as it was typed', async () => {
    const { body: engines } = await world.lead.get('/api/engines').expect(200);
    const engine = (engines as { id: string; model: string }[]).find((e) => e.model === '744 Four')!;
    const body = {
      id: v7(),
      feature: 'setup.contact.intake',
      state: 'new',
      low: 900_000,
      high: null,
      unit: 'mm',
      conditions: { build: { head: 'maker', cams: 'stage 2', piston: 'maker', gasket: 'maker' } },
      sourceType: 'part-maker',
      party: 'Corrie',
      document: 'cam sheet',
      page: '1',
      revision: '',
      confirmed: true,
    };
    const { body: view } = await world.lead.post(`/api/engines/${engine.id}/limits`).send(body).expect(201);
    const kept = (view.spec.limits as { id: string; conditions: object }[]).find((l) => l.id === body.id)!;
    expect(kept.conditions).toEqual(body.conditions);
    await world.lead
      .post(`/api/engines/${engine.id}/limits`)
      .send({ ...body, id: v7(), conditions: { build: { head: 'maker', cams: '' } } })
      .expect(400);
  });

  it('a shim goes under a valve of this engine and under no other, by whichever way it is said', async () => {
    const { file } = await jobOf(world.technician, 'Varrow 644 Twin');
    const send = (...entries: object[]) =>
      world.technician.post(`/api/jobs/${file.job.id}/log`).send({ entries });
    const shim = (over: object) =>
      entry('shim-in', { valve: 'valve-exhaust:left-1', thickness: 2_450_000, from: 'shelf', ...over });
    expect((await send(shim({ valve: 'valve-exhaust:rear' })).expect(422)).body.detail).toContain(
      'no such valve',
    );
    for (const over of [{ thickness: 10 }, { thickness: 2.5 }, { thickness: null }, { from: 'somewhere' }])
      await send(shim(over)).expect(400);
    await send(entry('shims-there', { shims: [2_450_000, -1] })).expect(400);
    const [there, put] = [entry('shims-there', { shims: [2_450_000] }), shim({})];
    await send(there, put).expect(200);
    // The same line sent twice is one shim.
    await send(put).expect(200);
    const { body } = await world.technician.get(`/api/jobs/${file.job.id}`).expect(200);
    expect(shelfNow(inHouse(body.file as JobFile))).toEqual([]);
    await send(entry('take-back', { of: file.job.id })).expect(422);
    await send(entry('take-back', { of: put.id })).expect(200);
    const { body: after } = await world.technician.get(`/api/jobs/${file.job.id}`).expect(200);
    expect(shelfNow(inHouse(after.file as JobFile))).toEqual([2_450_000]);
    // What lies on the shelf was said by mistake: then nobody said it.
    await send(entry('take-back', { of: there.id })).expect(200);
    const { body: unsaid } = await world.technician.get(`/api/jobs/${file.job.id}`).expect(200);
    expect(shelfNow(inHouse(unsaid.file as JobFile))).toBeNull();
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
