import {
  groupsOf,
  inHouse,
  isTight,
  readEntry,
  reportOf,
  timelineOf,
  torqueRecord,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  torqueRun,
  type EngineSpec,
  type JobFile,
  type TorqueGroup,
} from '@tribos/core';
import { Book } from '../strip/support.js';
import { TWIN } from '../support.js';

const HOLES = [1, 2, 3, 4];
const source = { ...TWIN.limits[0]!.source, page: '4-1' };
const GROUP: TorqueGroup = {
  key: 'head',
  name: 'the head bolts',
  clamps: 'head',
  map: '',
  holes: HOLES,
  numbered: 'maker',
  steps: [
    { by: 'torque', value: 12 },
    { by: 'torque', value: 21.5 },
  ],
  condition: 'oiled',
  before: '',
  after: 'Does it turn freely?',
  again: null,
  source,
};
const engine = (...groups: readonly TorqueGroup[]): EngineSpec => ({
  ...TWIN,
  parts: { ...TWIN.parts, 'torque-plan': { groups } },
});
const WRENCH = {
  group: 'head',
  name: 'Click wrench 60',
  range: 60,
  unit: 'N·m',
  due: null,
  adapter: null,
  condition: 'oiled',
  bolts: 'none-are-once',
} as const;

/** Everything tightened by the sheet as it was. */
function tight(): Book {
  const book = new Book(engine(GROUP));
  const wrench = book.keep(TORQUE_WRENCH, WRENCH);
  const press = { group: 'head', wrench, from: 'hand', clicked: null } as const;
  book.keep(TORQUED, { ...press, pass: 0, to: GROUP.steps[0]!, holes: HOLES });
  for (const h of HOLES) book.keep(TORQUED, { ...press, pass: 1, to: GROUP.steps[1]!, holes: [h] });
  book.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
  return book;
}
/** The same job once its sheet was corrected. */
const after = (book: Book, ...groups: readonly TorqueGroup[]): JobFile =>
  inHouse({ ...book.file(), engine: engine(...groups) });
const said = (file: JobFile): string => JSON.stringify(reportOf(file));

const STEPS = (...values: readonly number[]): TorqueGroup => ({
  ...GROUP,
  steps: values.map((value) => ({ by: 'torque', value })),
});

describe('a torque plan that is corrected after somebody tightened by it', () => {
  it('leaves what was tightened alone where it says the same', () => {
    expect(isTight(after(tight(), { ...GROUP, name: 'head nuts' }), 'head')).toBe(true);
  });

  it.each<[string, TorqueGroup]>([
    ['another last torque', STEPS(12, 24)],
    ['another first torque', STEPS(15, 21.5)],
    ['a step more', STEPS(12, 21.5, 30)],
    ['a step less', STEPS(12)],
    ['an angle instead', { ...GROUP, steps: [GROUP.steps[0]!, { by: 'angle', value: 90 }] }],
    ['other threads', { ...GROUP, condition: 'dry' }],
    ['a torque the wrench is not believed at', STEPS(5, 21.5)],
  ])('%s: it is open, and never said to be tight to what nobody tightened it to', (_, now) => {
    const file = after(tight(), now);
    expect(isTight(file, 'head')).toBe(false);
    const [g] = torqueRun(file).groups;
    if (now.steps.length <= 2) expect(g!.again).toBe('its sheet was corrected since');
    // Bolt by bolt the record has what was done, and no other figure.
    const table = torqueRecord(file)
      .flatMap((section) => section.blocks)
      .flatMap((b) => (b.kind === 'table' ? b.rows : []));
    expect(table).toHaveLength(4);
    for (const [, to] of table) {
      expect(to).toMatch(/^open/u);
      for (const step of now.steps) if (step.value !== 21.5) expect(to).not.toContain(` ${step.value} `);
    }
    expect(timelineOf(file).filter((t) => t.sentence.endsWith('21.5 N·m'))).toHaveLength(4);
  });

  it('of which a bolt is missing has all that was done open for that bolt alone', () => {
    const file = after(tight(), { ...GROUP, holes: [...HOLES, 5] });
    expect(torqueRun(file).now).toEqual({ group: 'head', pass: 0, holes: [5] });
  });

  it('is tight again once it is tightened by what the sheet says now', () => {
    const now = STEPS(12, 24);
    const book = new Book(engine(now));
    book.log.push(...tight().log);
    const { id } = book.log[0]!;
    const press = { group: 'head', wrench: id, from: 'hand', clicked: null } as const;
    expect(book.try(TORQUED, { ...press, pass: 1, to: GROUP.steps[1]!, holes: [1] })).toContain(
      'has it otherwise now',
    );
    book.keep(TORQUED, { ...press, pass: 0, to: now.steps[0]!, holes: HOLES });
    for (const h of HOLES) book.keep(TORQUED, { ...press, pass: 1, to: now.steps[1]!, holes: [h] });
    expect(isTight(book.file(), 'head')).toBe(false);
    book.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(isTight(book.file(), 'head')).toBe(true);
    expect(said(book.file())).not.toContain('21.5');
  });

  it('keeps in the record what was tightened in a group that is no longer on it', () => {
    const file = after(tight(), { ...GROUP, key: 'other', name: 'other bolts' });
    expect(isTight(file, 'head')).toBe(false);
    expect(said(file)).toContain('4 bolts of a group that is no longer on the sheet (head), 21.5 N·m');
  });

  it('brought past a screen, the last step with one press for all is no step, and an angle is clicked by nobody', () => {
    const book = tight();
    const at = (change: (log: Book['log']) => unknown) => {
      const log = structuredClone(book.log);
      change(log);
      return torqueRun(inHouse({ ...book.file(), log: log as never })).groups[0]!;
    };
    const last = (log: Book['log']) => log.findIndex((e) => TORQUED.is(e) && e.pass === 1);
    expect(at(() => undefined).done).toBe(true);
    expect(
      at((log) => log.splice(last(log), 4, { ...log[last(log)]!, holes: HOLES } as never)).passes[1]!.done
        .size,
    ).toBe(0);
    const turned = { ...GROUP, steps: [GROUP.steps[0]!, { by: 'angle', value: 90 }] } as TorqueGroup;
    const angled = new Book(engine(turned));
    const wrench = angled.keep(TORQUE_WRENCH, WRENCH);
    const press = { group: 'head', wrench, from: 'hand', clicked: null } as const;
    angled.keep(TORQUED, { ...press, pass: 0, to: turned.steps[0]!, holes: HOLES });
    for (const h of HOLES) angled.keep(TORQUED, { ...press, pass: 1, to: turned.steps[1]!, holes: [h] });
    angled.log.push({ ...angled.log.at(-1)!, id: 'c', kind: 'torque-checked', moved: [] } as never);
    expect(torqueRun(angled.file()).groups[0]!.checked).toBeNull();
  });

  it('an entry that was taken once is taken again of a file, and of a screen it is not', () => {
    const old = tight().log.find(TORQUED.is)!;
    const context = {
      received: null,
      by: 'Ines',
      importedBy: null,
      engine: engine(STEPS(15, 24)),
      instruments: [],
      known: (id: string) => tight().log.find((e) => e.id === id),
      found: () => new Set<never>(),
    };
    const sent = TORQUED.sent(old);
    expect(readEntry(sent as never, context)).toMatchObject({ ok: false, path: '/to' });
    expect(readEntry(sent as never, { ...context, past: true })).toMatchObject({ ok: true });
    // What was never to be taken is not, whenever it was.
    expect(readEntry({ ...sent, wrench: 'x' } as never, { ...context, past: true })).toMatchObject({
      ok: false,
      path: '/wrench',
    });
    expect(groupsOf(context.engine)).toHaveLength(1);
  });
});
