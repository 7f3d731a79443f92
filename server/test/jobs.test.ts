import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { v7 } from 'uuid';
import type { JobView } from '@tribos/contract';
import { gaugeOf, jobOf, makeWorld, newTwin, readingBody, type World } from './support.js';

const COMMAND = fileURLToPath(new URL('../../core/dist/cli/tribos.js', import.meta.url));
let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('the log', () => {
  it('keeps readings in order, as typed, parsed by the server', async () => {
    const job = await newTwin(world.technician);
    const entries = ['77.094', '3.0342 in', '3 + .025 + .0092 in', '77,081'].map((t) => readingBody(job, t));
    const { body } = await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries })
      .expect(200);
    expect(body.entries.map((e: { text: string; value: number }) => [e.text, e.value])).toEqual([
      ['77.094', 77_094_000],
      ['3.0342 in', 77_068_680],
      ['3 + .025 + .0092 in', 77_068_680],
      ['77,081', 77_081_000],
    ]);
    expect(body.entries[0].by).toBe('Tomasz Adeyemi');
  });

  it('takes the same entry any number of times as one, and refuses its id for another', async () => {
    const job = await newTwin(world.technician);
    const path = `/api/jobs/${job.file.job.id}/log`;
    const entry = readingBody(job, '77.094');
    await Promise.all(
      [1, 2, 3].map(() =>
        world.technician
          .post(path)
          .send({ entries: [entry] })
          .expect(200),
      ),
    );
    const { body } = await world.technician.get(`/api/jobs/${job.file.job.id}`);
    expect((body as JobView).file.log).toHaveLength(1);
    await world.technician
      .post(path)
      .send({ entries: [{ ...entry, text: '77.095' }] })
      .expect(409);
    const other = await newTwin(world.technician);
    await world.technician
      .post(`/api/jobs/${other.file.job.id}/log`)
      .send({ entries: [entry] })
      .expect(409);
  });

  it('lets two devices follow one another without a gap in the chain', async () => {
    const job = await newTwin(world.technician);
    const path = `/api/jobs/${job.file.job.id}/log`;
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        (i % 2 ? world.lead : world.technician)
          .post(path)
          .send({ entries: [readingBody(job, `77.0${10 + i}`)] })
          .expect(200),
      ),
    );
    const { body } = await world.lead.get(`${path}/chain`).expect(200);
    expect(body).toEqual({ intact: true, entries: 12, brokenAt: null, troubles: [] });
  });

  it('writes nothing of a batch when one of it is wrong', async () => {
    const job = await newTwin(world.technician);
    const bad = readingBody(job, 'seventy-seven');
    const { body } = await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.094'), bad] })
      .expect(422);
    expect(body.errors[0]).toMatchObject({
      path: '/entries/1/text',
      sentence: expect.stringContaining('not a figure'),
    });
    expect(((await world.technician.get(`/api/jobs/${job.file.job.id}`)).body as JobView).file.log).toEqual(
      [],
    );
  });

  it.each([
    ['a gauge that does not read a bore', (j: JobView) => ({ instrumentId: gaugeOf(j, 'Micrometer') })],
    ['a gauge nobody has', () => ({ instrumentId: v7() })],
    ['a cylinder it lacks', () => ({ station: { part: 'bore', cylinder: 5, depth: 15_000_000, angle: 0 } })],
    [
      'a depth below the wall',
      () => ({ station: { part: 'bore', cylinder: 0, depth: 500_000_000, angle: 0 } }),
    ],
    [
      'a kit of no engine',
      (j: JobView) => ({
        instrumentId: gaugeOf(j, 'Micrometer 75'),
        station: { part: 'piston', cylinder: 0, place: 'gauge-height', kit: v7() },
      }),
    ],
    ['a correction of nothing', () => ({ corrects: { readingId: v7(), slip: 'unit' } })],
  ])('refuses %s with a sentence', async (_, over) => {
    const job = await newTwin(world.technician);
    const { body } = await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.094', over(job))] })
      .expect(422);
    expect(body.detail).toMatch(/Nothing was saved\.$/u);
  });

  it('lets no reading stand in for one on which no slip was found, nor for another place', async () => {
    const job = await newTwin(world.technician);
    const path = `/api/jobs/${job.file.job.id}/log`;
    const sound = readingBody(job, '77.094');
    await world.technician
      .post(path)
      .send({ entries: [sound] })
      .expect(200);
    const stands = (over: object = {}) =>
      readingBody(job, '77.012', { corrects: { readingId: sound.id, slip: 'unit' }, ...over });
    const { body } = await world.technician
      .post(path)
      .send({ entries: [stands()] })
      .expect(422);
    expect(body.detail).toContain('That slip was not found on the reading it is to stand in for.');
    const { body: view } = await world.technician.get(`/api/jobs/${job.file.job.id}`).expect(200);
    expect((view as JobView).file.log.map((e) => e.id)).toEqual([sound.id]);
    // Inches where millimetres were meant are asked about, and may be corrected where it stands only.
    const slipped = readingBody(job, '3.0352');
    const elsewhere = { station: { part: 'bore', cylinder: 1, depth: 15_000_000, angle: 0 } };
    const instead = (over: object = {}) =>
      readingBody(job, '77.094', { corrects: { readingId: slipped.id, slip: 'unit' }, ...over });
    await world.technician
      .post(path)
      .send({ entries: [slipped] })
      .expect(200);
    await world.technician
      .post(path)
      .send({ entries: [instead(elsewhere)] })
      .expect(422);
    await world.technician
      .post(path)
      .send({ entries: [instead()] })
      .expect(200);
  });

  it('cannot be rewritten, even by the owner of the database; a broken chain is found', async () => {
    const job = await newTwin(world.technician);
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.094'), readingBody(job, '77.095')] });
    const client = new pg.Client({ connectionString: world.ownerUrl });
    await client.connect();
    try {
      for (const sql of [
        'UPDATE log_entries SET by = $1',
        'DELETE FROM log_entries WHERE by <> $1',
        'UPDATE decisions SET reason = $1',
        'DELETE FROM audit WHERE by <> $1',
      ]) {
        await expect(client.query(sql, ['x'])).rejects.toThrow('append-only');
      }
      // Someone with the server in hand switches the guard off: the hashes still tell.
      await client.query('ALTER TABLE log_entries DISABLE TRIGGER append_only');
      await client.query(
        `UPDATE log_entries SET body = jsonb_set(body, '{text}', '"77.001"') WHERE job_id = $1 AND seq = 1`,
        [job.file.job.id],
      );
      await client.query('ALTER TABLE log_entries ENABLE TRIGGER append_only');
    } finally {
      await client.end();
    }
    const { body } = await world.lead.get(`/api/jobs/${job.file.job.id}/log/chain`);
    expect(body).toMatchObject({ intact: false, entries: 2, brokenAt: 1 });
  });
});

describe('verdicts over the wire', () => {
  it('are those of the core, and the worked examples come out to the digit', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const { body } = await world.technician.get(`/api/jobs/${job.file.job.id}/verdicts`).expect(200);
    // The command propagates the exported file in a process of its own: the same bits.
    const dir = mkdtempSync(join(tmpdir(), 'tribos-check-'));
    writeFileSync(join(dir, 'job.json'), JSON.stringify(job.file));
    const { stdout } = spawnSync(process.execPath, [COMMAND, 'check', join(dir, 'job.json')], {
      encoding: 'utf8',
    });
    rmSync(dir, { recursive: true });
    type Said = { key: string; p: number | null; interval: object | null };
    const figures = (list: readonly Said[]) => list.map((v) => [v.key, v.p, v.interval]);
    const printed = (JSON.parse(stdout) as { verdicts: Said[] }).verdicts;
    expect(figures(body.verdicts)).toEqual(figures(printed));
    expect(printed.filter((v) => v.interval).length).toBeGreaterThan(7);
    const left = body.verdicts.find((v: { key: string }) => v.key === '0:bore:max');
    expect(left.outlook.map((g: { p: number }) => g.p.toFixed(4))).toEqual([
      '0.9997',
      '0.9866',
      '0.8929',
      '0.6539',
    ]);
    expect(left.headline).toBe(
      'Left bore is 0.008 mm inside its service limit; Telescoping gauge + mic cannot tell 0.008 mm.',
    );
    const plus25 = body.kits.find((k: { name: string }) => k.name === '+0.25');
    expect([plus25.says, body.kits.find((k: { id: string }) => k.id === body.recommended).name]).toEqual([
      'may',
      '+0.50',
    ]);
  });

  it('work the shape and cleanup examples', async () => {
    const job = await newTwin(world.technician, { plan: 'full' });
    const id = job.file.job.id;
    const at = (angle: number) => ({ station: { part: 'bore', cylinder: 0, depth: 15_000_000, angle } });
    const score = {
      id: v7(),
      kind: 'finding',
      at: new Date().toISOString(),
      cylinder: 0,
      what: 'score',
      place: null,
      deep: 20_000,
    };
    const entries = [
      readingBody(job, '77.094', at(0)),
      readingBody(job, '77.081', at(45)),
      readingBody(job, '77.068', at(90)),
      readingBody(job, '77.079', at(135)),
    ];
    const verdicts = async () => (await world.technician.get(`/api/jobs/${id}/verdicts`)).body;
    await world.technician.post(`/api/jobs/${id}/log`).send({ entries }).expect(200);
    const working = (await verdicts()).verdicts.find((v: { key: string }) => v.key === '0:bore:max')
      .working as { label: string; value: number }[];
    const line = (label: string) => working.find((w) => w.label.startsWith(label))!.value;
    expect([
      (line('mean') / 1e6).toFixed(4),
      (line('fitted ovality') / 1e6).toFixed(4),
      line('long axis').toFixed(1),
    ]).toEqual(['77.0805', '0.0261', '2.2']);
    const clean = (await verdicts()).kits.find((k: { name: string }) => k.name === '+0.25').cylinders[0];
    expect([
      (clean.cleanup.even / 1e6).toFixed(3),
      (clean.cleanup.oneSided / 1e6).toFixed(3),
      clean.odds.says,
    ]).toEqual(['77.144', '77.238', 'will']);
    await world.technician
      .post(`/api/jobs/${id}/log`)
      .send({ entries: [score] })
      .expect(200);
    const scored = (await verdicts()).kits.find((k: { name: string }) => k.name === '+0.25').cylinders[0];
    expect([
      (scored.cleanup.even / 1e6).toFixed(3),
      (scored.cleanup.oneSided / 1e6).toFixed(3),
      scored.odds.says,
      scored.odds.p.toFixed(2),
    ]).toEqual(['77.184', '77.278', 'may', '0.67']);
  });
});

describe('decisions and edits', () => {
  it('keeps a decision with its reason, once, and its summary in the list', async () => {
    const job = await newTwin(world.technician);
    const kit = job.file.engine.kits.find((k) => k.name === '+0.50')!;
    const decision = { id: v7(), kitId: kit.id, reason: 'clears the score' };
    for (let i = 0; i < 2; i += 1)
      await world.technician.post(`/api/jobs/${job.file.job.id}/decisions`).send(decision).expect(201);
    const { file } = (await world.technician.get(`/api/jobs/${job.file.job.id}`)).body as JobView;
    expect(file.decisions.map((d) => [d.kitId, d.reason, d.by])).toEqual([
      [kit.id, 'clears the score', 'Tomasz Adeyemi'],
    ]);
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/decisions`)
      .send({ ...decision, reason: 'other' })
      .expect(409);
    const { body } = await world.technician.get(`/api/jobs?search=${file.job.number}`);
    expect(body.items[0].decided).toBe('+0.50');
  });

  it('does not let a plated bore be bored', async () => {
    const job = await jobOf(world.technician, 'Varrow 312 MX');
    const big = job.file.engine.kits.find((k) => k.name === 'Corrie 82 mm')!;
    const { body } = await world.technician
      .post(`/api/jobs/${job.file.job.id}/decisions`)
      .send({ id: v7(), kitId: big.id, reason: '' })
      .expect(422);
    expect(body.detail).toContain('never bored and left');
  });

  it('answers a stale edit with 409 and what stands now', async () => {
    const job = await newTwin(world.technician);
    const path = `/api/jobs/${job.file.job.id}`;
    await world.lead.patch(path).send({ version: job.version, seized: true }).expect(200);
    const { body } = await world.technician
      .patch(path)
      .send({ version: job.version, plan: 'full' })
      .expect(409);
    expect(body).toMatchObject({
      code: 'stale',
      current: { version: job.version + 1, job: { seized: true, plan: 'usual' } },
    });
    await world.technician
      .patch(path)
      .send({ version: job.version + 1, plan: 'full' })
      .expect(200);
  });

  it('puts one engine on a bench', async () => {
    const job = await newTwin(world.technician);
    const { body } = await world.technician
      .patch(`/api/jobs/${job.file.job.id}`)
      .send({ version: 1, bench: 'Window bench' })
      .expect(422);
    expect(body.detail).toContain('holds job');
  });

  it('pages through jobs by key and finds by words', async () => {
    for (let i = 0; i < 3; i += 1) await newTwin(world.technician, { customer: `Pager ${i}` });
    const first = (await world.technician.get('/api/jobs?limit=2&search=pager')).body;
    const second = (await world.technician.get(`/api/jobs?limit=2&search=pager&after=${first.next}`)).body;
    const numbers = [...first.items, ...second.items].map((j: { number: number }) => j.number);
    expect(numbers).toHaveLength(3);
    expect([...numbers].sort((a, b) => b - a)).toEqual(numbers);
    expect(second.next).toBeNull();
    expect((await world.technician.get('/api/jobs?search=100%25_')).body.items).toEqual([]);
  });

  it('orders open jobs by promise, station and wait, overdue first, page by page without losing one', async () => {
    const open: string[] = [];
    for (const promised of ['2031-03-01', '2020-01-02', null, '2020-01-01']) {
      const job = await newTwin(world.technician, { customer: 'Ordered', promised });
      open.push(job.file.job.id);
    }
    // What a summary moves on between two pages would stand on both.
    await world.summedUp();
    const walk = async (by: string) => {
      const rows: { id: string; promised: string | null; next: { reached: string } | null }[] = [];
      for (let after = ''; ;) {
        const { body } = await world.technician
          .get(`/api/jobs?by=${by}&limit=2${after && `&after=${after}`}`)
          .expect(200);
        rows.push(...body.items);
        if (body.next === null) return rows;
        after = body.next;
      }
    };
    for (const by of ['promise', 'station', 'waits']) {
      const rows = await walk(by);
      expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length);
      expect(rows.map((r) => r.id)).toEqual(expect.arrayContaining(open));
    }
    const days = (await walk('promise')).map((r) => r.promised ?? '9999');
    expect(days).toEqual([...days].sort());
    expect(days[0]).toBe('2020-01-01');
    await world.technician.get('/api/jobs?by=colour').expect(400);
    await world.technician.get('/api/jobs?by=promise&after=x').expect(400);
  });

  it('says of a job where it stands once something is written, and since when', async () => {
    const job = await newTwin(world.technician);
    const { id } = job.file.job;
    await world.technician
      .post(`/api/jobs/${id}/log`)
      .send({ entries: [readingBody(job, '77.094')] })
      .expect(200);
    const row = async () =>
      (await world.technician.get('/api/jobs?limit=100')).body.items.find((j: { id: string }) => j.id === id);
    let next = null;
    for (let i = 0; i < 100 && next === null; i += 1) {
      next = (await row()).next;
      if (next === null) await new Promise((done) => setTimeout(done, 100));
    }
    expect(next).toMatchObject({ reached: 'measure', by: 'Tomasz Adeyemi', left: [] });
    expect(next.mm).toMatch(/^Take left · 15 mm/u);
    expect(next.in).toMatch(/^Take left · 0\.59 in/u);
    expect(Number.isNaN(Date.parse(next.since))).toBe(false);
  });
});
