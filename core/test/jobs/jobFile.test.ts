import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { inHouse, jobFileSchema, judgeJob, readJobFile, type JobFile } from '@tribos/core';
import { HERE, bore, bores, jobFile, piston, reading } from '../support.js';

const ROOT = fileURLToPath(new URL('../../../', import.meta.url));
const WITHIN = [
  [
    ['77.020', '77.019', '77.018', '77.019'],
    ['77.016', '77.016', '77.015', '77.015'],
    ['77.012', '77.012', '77.012', '77.011'],
  ],
  [
    ['77.021', '77.019', '77.017', '77.018'],
    ['77.017', '77.016', '77.014', '77.015'],
    ['77.012', '77.012', '77.011', '77.011'],
  ],
];
const GOOD: JobFile = jobFile([...bores(WITHIN), piston(0, '76.960'), piston(1, '76.960')], {
  job: { plan: 'full' },
  decisions: [
    {
      id: 'd',
      at: '2026-03-01T10:00:00.000Z',
      by: 'x',
      importedBy: null,
      route: 'bore' as const,
      kitId: 'plus-0.5',
      reason: 'worn',
    },
  ],
});
const good = (): JobFile => GOOD;
const without = (of: object, ...keys: string[]) =>
  Object.fromEntries(Object.entries(of).filter(([k]) => !keys.includes(k)));
const copy = (): JobFile => JSON.parse(JSON.stringify(good())) as JobFile;

describe('the job file', () => {
  it('reads back as it was written, with the same verdicts', () => {
    const read = readJobFile(copy());
    expect(read.ok && read.file).toEqual(inHouse(good()));
    expect(read.ok && judgeJob(read.file).items.map((i) => [i.key, i.state, i.p])).toEqual(
      judgeJob(good()).items.map((i) => [i.key, i.state, i.p]),
    );
  });

  it.each<[string, (f: Record<string, never> & JobFile) => unknown, string]>([
    ['no object', () => null, '/'],
    ['another format', (f) => ({ ...f, format: 'other' }), '/format'],
    ['a version not known', (f) => ({ ...f, version: 9 }), '/version'],
    ['a field that is not of it', (f) => ({ ...f, extra: 1 }), '/extra'],
    ['a missing part', ({ engine: _e, ...f }) => f, '/engine'],
    [
      'a value that is not what was typed',
      (f) => ({ ...f, log: f.log.map((e, i) => (i === 0 ? { ...e, value: 1 } : e)) }),
      '/log/0/value',
    ],
    [
      'an unknown gauge',
      (f) => ({ ...f, log: [{ ...f.log[0], instrumentId: 'lost' }] }),
      '/log/0/instrumentId',
    ],
    ['an id used twice', (f) => ({ ...f, log: [f.log[0], f.log[0]] }), '/log/1/id'],
    [
      'a cylinder the engine lacks',
      (f) => ({ ...f, log: [reading(bore(7, 15, 0), '77.0')] }),
      '/log/0/station/cylinder',
    ],
    [
      'a micrometer in the bore',
      (f) => ({ ...f, log: [reading(bore(0, 15, 0), '77.0', 'mic')] }),
      '/log/0/instrumentId',
    ],
    [
      'a take-back of nothing',
      (f) => ({
        ...f,
        log: [{ kind: 'take-back', id: 't', at: '2026-03-01T10:00:00.000Z', by: 'x', ...HERE, of: 'no' }],
      }),
      '/log/0/of',
    ],
    [
      'a decision for a kit it lacks',
      (f) => ({ ...f, decisions: [{ ...f.decisions[0], kitId: 'no' }] }),
      '/decisions/0/kitId',
    ],
    [
      'depths out of order',
      (f) => ({ ...f, engine: { ...f.engine, depths: { top: 5, mid: 3, low: 9 } } }),
      '/engine/depths',
    ],
    [
      'a limit checked by who typed it',
      (f) => ({
        ...f,
        engine: {
          ...f.engine,
          limits: f.engine.limits.map((l) => ({
            ...l,
            source: { ...l.source, checkedBy: l.source.enteredBy },
          })),
        },
      }),
      '/engine/limits/0/source/checkedBy',
    ],
  ])('refuses %s, naming the place', (_, spoil, path) => {
    const read = readJobFile(spoil(copy() as never));
    expect(read.ok).toBe(false);
    expect(!read.ok && read.misfits.map((m) => m.path)).toContain(path);
  });

  it('never throws on any JSON', () => {
    fc.assert(fc.property(fc.jsonValue(), (json) => expect(readJobFile(json).ok).toBe(false)));
  });

  it('is described by its published schema, checked by another validator', () => {
    const published = JSON.parse(
      readFileSync(join(ROOT, 'docs/formats/job-file.v6.schema.json'), 'utf8'),
    ) as object;
    expect(published).toEqual(jobFileSchema);
    const validate = new Ajv2020({ strict: true, allErrors: true, strictTypes: false }).compile(published);
    expect(validate(copy())).toBe(true);
    for (const spoil of [
      { ...copy(), version: 9 },
      { ...copy(), log: [{}] },
      { ...copy(), engine: { ...copy().engine, bore: 7.5 } },
    ]) {
      expect(validate(spoil)).toBe(false);
      expect(readJobFile(spoil).ok).toBe(false);
    }
  });
});

/** A file as version 4 wrote it: nobody was asked what was found on the engine. */
const asOfFour = (file: ReturnType<typeof copy>) => ({
  ...file,
  version: 4,
  job: without(file.job, 'variant'),
});

/** A file as version 3 wrote it: nothing said when it arrived, what a file brought in, or what is retired. */
const asOfThree = (file: ReturnType<typeof copy>) => ({
  ...asOfFour(file),
  version: 3,
  instruments: file.instruments.map((i) => without(i, 'retiredOn', 'importedBy')),
  log: file.log.map((e) => without(e, 'received', 'importedBy')),
  decisions: file.decisions.map((d) => without(d, 'importedBy')),
});

describe('tribos check', () => {
  const dir = mkdtempSync(join(tmpdir(), 'tribos-check-'));
  const command = join(ROOT, 'core/dist/cli/tribos.js');
  afterAll(() => rmSync(dir, { recursive: true }));
  const check = (json: string) => {
    const path = join(dir, 'job.json');
    writeFileSync(path, json);
    return spawnSync(process.execPath, [command, 'check', path], { encoding: 'utf8' });
  };

  it('prints the same verdicts as the application and exits 0 when all are within', () => {
    const result = check(JSON.stringify({ ...good(), decisions: [] }));
    expect(result.status).toBe(0);
    const report = JSON.parse(result.stdout) as {
      overall: string;
      verdicts: { key: string; state: string }[];
    };
    expect(report.overall).toBe('within');
    expect(report.verdicts.map((v) => [v.key, v.state])).toEqual(
      judgeJob({ ...good(), decisions: [] }).items.map((i) => [i.key, i.state]),
    );
  });

  it('brings a file of version 5 to this one: whatever was taken back is taken back by the one kind there is', () => {
    const file = copy();
    const [first] = file.log;
    const back = { at: '2026-03-01T10:00:00.000Z', received: null, by: 'x', importedBy: null };
    const old = {
      ...file,
      version: 5,
      log: [
        ...file.log,
        { ...back, id: 'b1', kind: 'take-back', readingId: first!.id },
        { ...back, id: 'b2', kind: 'torque-undo', of: first!.id },
      ],
    };
    const read = readJobFile(old);
    expect(read.ok && read.file.log.slice(-2)).toEqual(
      ['b1', 'b2'].map((id) => ({ ...back, id, kind: 'take-back', of: first!.id })),
    );
  });

  it('brings a file of version 4 to this one: what was found on its engine is unsaid', () => {
    const old = asOfFour(copy());
    expect(readJobFile(old)).toEqual({ ok: true, file: inHouse(good()) });
  });

  it('brings a file of version 3 to this one: it was all said in the shop that wrote it', () => {
    const old = asOfThree(copy());
    expect(readJobFile(old)).toEqual({ ok: true, file: inHouse(good()) });
  });

  it('brings a file of version 2 to version 3: a decision names its way, a finding what a nail says', () => {
    const now = asOfThree(copy());
    const finding = { kind: 'finding', id: 's', at: '2026-03-01T10:00:00.000Z', by: 'x' };
    const old = {
      ...now,
      version: 2,
      decisions: [
        without(now.decisions[0]!, 'route'),
        { ...without(now.decisions[0]!, 'route'), id: 'e', kitId: null },
      ],
      log: [...now.log, { ...finding, cylinder: 0, what: 'score', place: null, deep: null }],
    };
    const read = readJobFile(old);
    expect(read.ok && read.file.decisions.map((d) => d.route)).toEqual(['bore', 'reuse']);
    expect(read.ok && read.file.log.at(-1)).toMatchObject({ what: 'score', deep: null, nail: null });
  });

  it('brings a file of version 1 to this one: a score becomes a finding, what was not asked is unsaid', () => {
    const { studies: _s, ...rest } = asOfThree(copy());
    const old = {
      ...rest,
      version: 1,
      decisions: rest.decisions.map((d) => without(d, 'route')),
      engine: without(rest.engine, 'pin', 'cooling'),
      instruments: rest.instruments.map((i) => without(i, 'travel', 'leaves')),
      job: { ...rest.job, thermal: without(rest.job.thermal, 'cylinder', 'piston') },
      log: [
        ...rest.log.map((e) => without(e, 'zeroId', 'seen')),
        {
          kind: 'score',
          id: 's',
          at: '2026-03-01T10:00:00.000Z',
          by: 'x',
          cylinder: 1,
          depth: 10_000,
        },
      ],
    };
    const read = readJobFile(old);
    expect(read.ok && read.file.log.at(-1)).toMatchObject({ kind: 'finding', what: 'score', deep: 10_000 });
    expect(read.ok && { ...read.file, log: read.file.log.slice(0, -1) }).toEqual({
      ...inHouse(good()),
      engine: { ...good().engine, pin: null },
    });
  });

  it('exits 3 when something is beyond, 4 when undecided, 2 on bad input', () => {
    expect(check(JSON.stringify(jobFile([reading(bore(0, 15, 0), '77.2')]))).status).toBe(3);
    expect(check(JSON.stringify(jobFile([reading(bore(0, 15, 0), '77.02')]))).status).toBe(4);
    expect(check('{"format":"tribos-job"}').status).toBe(2);
    expect(check('not json').status).toBe(2);
    expect(spawnSync(process.execPath, [command, 'check', join(dir, 'none.json')]).status).toBe(2);
    expect(execFileSync(process.execPath, [command, '--help'], { encoding: 'utf8' })).toContain('Exit: 0');
  });
});
