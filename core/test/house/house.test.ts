import { Ajv2020 } from 'ajv/dist/2020.js';
import {
  bodyMisfitsIn,
  FEATURES,
  foundIn,
  inHouse,
  HOUSE,
  jobFileSchema,
  jobFileShapeOf,
  judgeJob,
  KINDS,
  kindsOf,
  mm,
  partsRenamed,
  readBy,
  reportOf,
  um,
  URGENCIES,
  type AnyEntry,
  type EntryContext,
  type JobFile,
} from '@tribos/core';
import { HERE, bores, jobFile, limit, piston, TWIN } from '../support.js';
import { ROD_SHEET, WITH_RODS } from './trialRoom.js';

const MAP = [0, 1].map(() => [
  ['77.020', '77.019', '77.018', '77.019'],
  ['77.016', '77.016', '77.015', '77.015'],
  ['77.012', '77.012', '77.012', '77.011'],
]);
const SOUND = () => [...bores(MAP), piston(0, '76.960'), piston(1, '76.960')];

const context: EntryContext = {
  by: 'first',
  ...HERE,
  engine: TWIN,
  instruments: [],
  known: () => undefined,
  found: () => new Set(),
};
const tried = {
  kind: 'rod-side-tried',
  id: 't',
  at: '2026-03-01T10:00:00.000Z',
  rod: 1,
  goes: um(420),
  by_hand: 'yes',
};

describe('the house', () => {
  it('has rooms of different names and kinds of entry of different names, each in the published schema', () => {
    const names = HOUSE.map((r) => r.name);
    expect(new Set(names).size).toBe(names.length);
    const kinds = KINDS.map((k) => k.kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    const published = JSON.stringify(jobFileSchema);
    for (const kind of kinds) expect(published).toContain(`{"enum":["${kind}"]}`);
  });

  it('judges figures of features it knows, and offers actions of urgencies it knows', () => {
    const file = jobFile(SOUND(), { job: { plan: 'full' } });
    const judged = judgeJob(file);
    for (const f of judged.items) expect([...Object.keys(FEATURES), 'finding']).toContain(f.feature);
    const housed = inHouse(file);
    const { found, ask } = foundIn(housed);
    for (const offer of HOUSE.flatMap((r) => r.actions?.(housed, found, ask) ?? []))
      expect(URGENCIES).toContain(offer.urgency);
  });

  it('says what every id in an entry names: nothing of a log is lost when another shop reads it', () => {
    const file = jobFile([
      ...SOUND(),
      { kind: 'take-back', id: 't', at: '2026-03-01T10:00:00.000Z', by: 'x', ...HERE, of: 'r1' },
    ]);
    const named = new Set<string>();
    for (const e of file.log)
      KINDS.find((k) => k.kind === e.kind)!.renamed(e, (what, id) => {
        named.add(`${what}:${id}`);
        return id;
      });
    expect(named).toContain('instrument:ring-set');
    expect(named).toContain('entry:r1');
    const renamed = KINDS.find((k) => k.kind === 'take-back')!.renamed(
      file.log.at(-1)!,
      (_, id) => `new-${id}`,
    );
    expect(renamed).toMatchObject({ id: 'new-t', of: 'new-r1' });
  });
});

describe('a trial room', () => {
  const engine = { ...TWIN, limits: [...TWIN.limits, limit('crank.rod-side', 'service', null, 0.5)] };
  const kinds = kindsOf(WITH_RODS);
  const read = readBy(kinds, tried, context);
  const entry = (read.ok ? read.entry : null) as AnyEntry;
  const file = { ...jobFile(SOUND(), { engine, job: { plan: 'full' } }) } as JobFile;
  const after = { ...file, log: [...file.log, entry] } as unknown as JobFile;

  it('brings a kind of entry: read, checked by its own description, in the schema', () => {
    expect(read.ok).toBe(true);
    expect(bodyMisfitsIn(kinds, { ...tried, rod: 40 })).toMatchObject([{ path: '/rod' }]);
    expect(bodyMisfitsIn(kinds, { ...tried, extra: 1 })).toMatchObject([{ path: '/extra' }]);
    const schema = jobFileShapeOf(WITH_RODS).schema;
    const valid = new Ajv2020({ strict: false }).compile(schema);
    expect(valid(JSON.parse(JSON.stringify(after)))).toBe(true);
    expect(jobFileShapeOf(HOUSE).check(after, '')[0]?.path).toMatch(/^\/log\/\d+\/kind$/u);
  });

  it('brings a part of the engine’s sheet: typed, checked, in the schema, its ids renamed', () => {
    const parts = { rods: { marked: 'exhaust', kit: 'k-050' } };
    const sheet = (given: unknown) => ({ ...after, engine: { ...engine, parts: given } });
    const shape = jobFileShapeOf(WITH_RODS);
    expect(ROD_SHEET.of({ parts })).toEqual(parts.rods);
    expect(ROD_SHEET.of(engine)).toBeNull();
    expect(shape.check(sheet(parts), '')).toEqual([]);
    expect(shape.check(after, '')).toEqual([]);
    expect(shape.check(sheet({ rods: { marked: 'up', kit: null } }), '')).toMatchObject([
      { path: '/engine/parts/rods/marked' },
    ]);
    // A house without the room refuses what it could not keep.
    expect(jobFileShapeOf(HOUSE).check({ ...file, engine: { ...engine, parts } }, '')).toMatchObject([
      { path: '/engine/parts/rods' },
    ]);
    expect(
      new Ajv2020({ strict: false }).compile(shape.schema)(JSON.parse(JSON.stringify(sheet(parts)))),
    ).toBe(true);
    expect(partsRenamed(parts, (what, id) => `${what} ${id}`, WITH_RODS)).toEqual({
      rods: { marked: 'exhaust', kit: 'kit k-050' },
    });
  });

  it('is judged, on a subject of its own', () => {
    const judged = judgeJob(after, 'mm', () => null, WITH_RODS);
    const figure = judged.items.find((i) => i.feature === 'crank.rod-side')!;
    expect(figure).toMatchObject({
      key: 'rod-1:crank.rod-side:max',
      subject: { of: 'rod', at: 1 },
      state: 'within',
      limitAt: mm(0.5),
    });
    expect(judged.overall).toBe('within');
    expect(judged.marks['bottom']).toEqual({
      verdict: 'within',
      done: true,
      open: 0,
      begun: true,
      needed: true,
      waits: '2026-03-01T08:00:00.000Z',
    });
    expect(judgeJob(after).items.some((i) => i.feature === 'crank.rod-side')).toBe(false);
  });

  it('asks for its step, offers its action before the others, and blocks', () => {
    const judged = judgeJob(file, 'mm', () => null, WITH_RODS);
    expect(judged.next).toMatchObject({ kind: 'try-rods', station: 'bottom' });
    expect(judged.steps.find((s) => s.key === 'rods')!.done).toBeNull();
    expect(judged.blockers.map((b) => b.key)).toContain('crank');
    expect(judgeJob(after, 'mm', () => null, WITH_RODS).next.kind).not.toBe('try-rods');
  });

  it('writes its part of the report, with its caution', () => {
    const report = JSON.stringify(reportOf(after, 'mm', () => null, WITH_RODS));
    expect(report).toContain('Tried by leaf.');
    expect(report).toContain('Waits for the crank.');
    expect(report).toContain('Fingers out from between rod and case');
    expect(JSON.stringify(reportOf(file))).not.toContain('Rods');
  });
});

describe('the report so far', () => {
  it('holds readings, limits with their sources, verdicts, what is not done and the cautions', () => {
    const report = reportOf(jobFile(SOUND().slice(0, -1), { job: { plan: 'full' } }));
    const titles = report.sections.map((s) => s.title);
    expect(titles).toEqual([
      'The job',
      'Readings',
      'Bores',
      'Piston clearance',
      'Decision',
      'Undecided',
      'Not done',
      'Cautions',
    ]);
    const text = JSON.stringify(report);
    expect(text).toContain('Left bore is 0.085 mm inside its service limit.');
    expect(text).toContain('Varrow manual, p. 1, checked');
    expect(text).toContain('Right tightest clearance needs bore and piston.');
    expect(text).toContain('the manual wins');
  });

  it('speaks the reader’s unit', () => {
    const text = JSON.stringify(reportOf(jobFile(SOUND(), { job: { plan: 'full' } }), 'in'));
    expect(text).toContain('at 20 °C, in');
    expect(text).toContain('Left · 0.59 in · thrust');
  });
});
