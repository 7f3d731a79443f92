import {
  clickOff,
  conditionSentence,
  isTight,
  judgeJob,
  mm,
  reportOf,
  STACK_LAID,
  STACK_UNDO,
  stepText,
  timelineOf,
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_UNDO,
  TORQUE_WRENCH,
  TORQUED,
  torqueRun,
  WORK_DONE,
  type EngineSpec,
  type TorqueGroup,
} from '../../src/index.js';
import { TWIN } from '../support.js';
import { Book } from '../strip/support.js';

const source = {
  type: 'engine-maker',
  party: 'Varrow',
  document: 'manual',
  page: '4-1',
  revision: '',
  enteredBy: 'x',
  checkedBy: 'y',
};
const HOLES = Array.from({ length: 14 }, (_, i) => i + 1);
const map = {
  key: 'head',
  name: 'the head',
  width: mm(240),
  height: mm(120),
  holes: HOLES.map((at) => ({
    at,
    x: mm(20 + 33 * ((at - 1) % 7)),
    y: mm(at <= 7 ? 20 : 100),
    thread: 'M8 × 1.25',
    length: mm(60),
    washer: true,
    sealant: false,
    oneTime: false,
  })),
  source,
};
const group = (over: Partial<TorqueGroup> = {}): TorqueGroup =>
  ({
    key: 'head',
    name: 'the head bolts',
    clamps: 'head',
    map: 'head',
    holes: HOLES,
    numbered: 'positions',
    steps: [
      { by: 'torque', value: 15 },
      { by: 'torque', value: 25 },
      { by: 'torque', value: 40 },
    ],
    condition: 'oiled',
    before: '',
    after: 'Turn it over twice by hand: does it turn freely?',
    again: null,
    source,
    ...over,
  }) as TorqueGroup;
/** What the sheet says of a step of that group. */
const to = (pass: number) => group().steps[pass] ?? ({ by: 'torque', value: 60 } as const);
const engine = (groups: readonly TorqueGroup[] = [group()], holes = map.holes): EngineSpec => ({
  ...TWIN,
  parts: { ...TWIN.parts, 'bolt-maps': { maps: [{ ...map, holes }] }, 'torque-plan': { groups } },
});
const wrench = (over: object = {}) =>
  ({
    group: 'head',
    name: 'Click wrench 60',
    range: 60,
    unit: 'N·m',
    due: null,
    adapter: null,
    condition: 'oiled',
    bolts: 'none-are-once',
    ...over,
  }) as const;

class Run extends Book {
  private n = 0;
  press(): boolean {
    const { now, groups } = torqueRun(this.file());
    if (!now) return false;
    const of = groups.find((g) => g.group.key === now.group)!;
    this.keep(TORQUED, {
      group: now.group,
      pass: now.pass,
      to: of.group.steps[now.pass]!,
      holes: now.holes,
      wrench: of.wrench!.id,
      from: 'hand',
      clicked: null,
    });
    this.n += 1;
    return true;
  }
  get presses() {
    return this.n;
  }
}
const begun = (e = engine()) => {
  const run = new Run(e);
  run.keep(TORQUE_WRENCH, wrench());
  return run;
};

describe('a torque run', () => {
  it('of 14 bolts in three steps is done in 16 presses, each bolt once at the last', () => {
    const run = begun();
    while (run.press());
    expect(run.presses).toBe(2 + 14);
    const [g] = torqueRun(run.file()).groups;
    expect(g!.passes.map((p) => p.done.size)).toEqual([14, 14, 14]);
    expect(g!.done).toBe(false);
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(isTight(run.file(), 'head')).toBe(true);
    expect(run.presses + 1).toBeLessThanOrEqual(18);
    const rows = JSON.stringify(reportOf(run.file()).sections.find((s) => s.key === 'torque'));
    for (const h of HOLES) expect(rows).toContain(`["${h}","40 N·m"`);
    expect(timelineOf(run.file()).map((t) => t.sentence)).toContain('The head bolts, bolt 14: 40 N·m');
  });

  it('asks bolt after bolt in its pattern, and hides none that was left out', () => {
    const run = begun();
    run.press();
    run.press();
    const { order } = torqueRun(run.file()).groups[0]!;
    // Somebody presses the fifth; the first four are still asked for.
    const id = run.log[0]!.id;
    run.keep(TORQUED, {
      group: 'head',
      pass: 2,
      to: to(2),
      holes: [order[4]!],
      wrench: id,
      from: 'hand',
      clicked: null,
    });
    for (const h of order.slice(0, 4)) {
      expect(torqueRun(run.file()).now!.holes).toEqual([h]);
      run.press();
    }
    expect(torqueRun(run.file()).now!.holes).toEqual([order[5]!]);
  });

  it('goes on from another tablet: what both tell of counts once, what came out of order proves nothing', () => {
    const run = begun();
    const id = run.log[0]!.id;
    const at = (pass: number, holes: number[]) =>
      run.keep(TORQUED, {
        group: 'head',
        pass,
        to: to(pass),
        holes,
        wrench: id,
        from: 'hand',
        clicked: null,
      });
    // The last step before the first is done.
    at(2, [3]);
    expect(torqueRun(run.file()).groups[0]!.passes[2]!.done.size).toBe(0);
    at(0, HOLES);
    at(0, HOLES);
    at(1, HOLES);
    at(2, [3]);
    at(2, [3]);
    const [g] = torqueRun(run.file()).groups;
    expect([...g!.passes[2]!.done.keys()]).toEqual([3]);
    expect(
      run.try(TORQUED, {
        group: 'head',
        pass: 2,
        to: to(2),
        holes: [1, 2],
        wrench: id,
        from: 'hand',
        clicked: null,
      }),
    ).toContain('each bolt');
    expect(
      run.try(TORQUED, {
        group: 'head',
        pass: 3,
        to: to(3),
        holes: [1],
        wrench: id,
        from: 'hand',
        clicked: null,
      }),
    ).toContain('no such step');
    expect(
      run.try(TORQUED, {
        group: 'head',
        pass: 0,
        to: to(0),
        holes: [99],
        wrench: id,
        from: 'hand',
        clicked: null,
      }),
    ).toContain('none of this group');
    expect(
      run.try(TORQUED, {
        group: 'head',
        pass: 0,
        to: to(0),
        holes: [1],
        wrench: 'x',
        from: 'hand',
        clicked: null,
      }),
    ).toContain('which wrench');
  });

  it('refuses a wrench that is not believed there, threads in another state, bolts that are used twice', () => {
    const once = engine(
      [group()],
      map.holes.map((h) => ({ ...h, oneTime: h.at === 3 })),
    );
    const refused = (over: object, e = engine()) => new Run(e).try(TORQUE_WRENCH, wrench(over));
    expect(refused({})).toBeNull();
    expect(refused({ range: 35 })).toContain('more than this one has');
    expect(refused({ range: 120 })).toContain('too little for this one');
    expect(refused({ condition: 'dry' })).toContain('30 % less');
    expect(conditionSentence('dry', 'oiled')).toContain('43 % more');
    expect(conditionSentence('moly', 'oiled')).toContain('nobody here can say');
    expect(refused({ bolts: 'used' }, once)).toContain('used once');
    expect(refused({ bolts: 'new' }, once)).toBeNull();
    // 40 N·m through 280 + 45 is 34.5: inside a wrench of 36, not of 34.
    const adapter = { arm: mm(280), out: mm(45), angle: 0 };
    expect(refused({ adapter, range: 36 })).toBeNull();
    expect(refused({ adapter, range: 34 })).toContain('34.5 N·m');
    expect(refused({ adapter: { arm: mm(40), out: mm(45), angle: 180 } })).toContain('nothing to pull on');
    expect(stepText({ by: 'torque', value: 40 }, { adapter, unit: 'N·m' })).toBe('34.5 N·m');
    expect(stepText({ by: 'torque', value: 40 }, { adapter: null, unit: 'lbf·ft' })).toBe('29.5 lbf·ft');
  });

  it('takes a click of a wrench on the line for one bolt, and none that is off', () => {
    const run = begun();
    const id = run.log[0]!.id;
    const click = (clicked: number, holes = [1]) =>
      run.try(TORQUED, { group: 'head', pass: 0, to: to(0), holes, wrench: id, from: 'line', clicked });
    // 15 N·m and 4 % of it: 14.4 to 15.6.
    expect(click(15.6)).toBeNull();
    expect(click(14.4, [2])).toBeNull();
    expect(click(14.3, [3])).toContain('this bolt once more');
    expect(click(15.7, [3])).toContain('slacken this bolt');
    expect([...torqueRun(run.file()).groups[0]!.passes[0]!.done.keys()]).toEqual([1, 2]);
    // Through an adapter it shows what it is set to: 40 by 280 + 45 is 34.46.
    const adapter = { arm: mm(280), out: mm(45), angle: 0 };
    expect(clickOff(34.5, 40, adapter)).toBeNull();
    expect(clickOff(40, 40, adapter)).toContain('34.5 are wanted');
  });

  it('takes groups in their order, and angles bolt by bolt and never again', () => {
    const two = engine([
      group({
        key: 'snug',
        name: 'locating screws',
        holes: [1, 2],
        steps: [{ by: 'snug', value: 0 }],
        after: '',
      }),
      group({
        holes: HOLES.slice(2),
        steps: [
          { by: 'torque', value: 20 },
          { by: 'angle', value: 90 },
        ],
        after: '',
      }),
    ]);
    const run = new Run(two);
    const id = run.keep(TORQUE_WRENCH, wrench());
    run.keep(TORQUED, {
      group: 'head',
      pass: 0,
      to: { by: 'torque', value: 20 },
      holes: HOLES.slice(2),
      wrench: id,
      from: 'hand',
      clicked: null,
    });
    expect(torqueRun(run.file()).groups[1]!.passes[0]!.done.size).toBe(0);
    run.keep(TORQUE_WRENCH, wrench({ group: 'snug' }));
    while (run.press());
    expect(run.presses).toBe(2 + 1 + 12);
    expect(torqueRun(run.file()).groups.every((g) => g.done)).toBe(true);
    expect(run.try(TORQUE_CHECKED, { group: 'head', moved: [] })).toContain('never clicked again');
  });

  it('clicks once more: one that moves opens the whole last step', () => {
    const run = begun();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [5] });
    let [g] = torqueRun(run.file()).groups;
    expect([g!.done, g!.passes[2]!.done.size, g!.again]).toEqual([false, 0, 'bolt 5 moved at the check']);
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [] });
    [g] = torqueRun(run.file()).groups;
    expect(g!.done && g!.checked !== null).toBe(true);
    expect(run.try(TORQUE_SEEN, { group: 'head', is: 'touches' })).toContain('It stops here');
  });

  it('a bolt without access is named with its reason, and stands in the record', () => {
    const run = begun();
    expect(run.try(TORQUE_ODD, { group: 'head', hole: 7, why: 'no-access', text: ' ' })).toContain(
      'how it was tightened',
    );
    run.keep(TORQUE_ODD, { group: 'head', hole: 7, why: 'no-access', text: 'by a ring spanner, felt twice' });
    while (run.press());
    expect(run.presses).toBe(2 + 13);
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(isTight(run.file(), 'head')).toBe(true);
    expect(JSON.stringify(reportOf(run.file()))).toContain('no way for the wrench: by a ring spanner');
  });

  it('is open again when what it holds comes off or is changed, and when somebody says so', () => {
    const run = begun();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(WORK_DONE, { what: 'gasket-changed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(isTight(run.file(), 'head')).toBe(false);
    expect(torqueRun(run.file()).groups[0]!.again).toContain('came off, or was changed');
    expect(torqueRun(run.file()).groups[0]!.wrench).toBeNull();
    expect(
      judgeJob(run.file())
        .steps.filter((s) => s.key === 'torque:head')
        .map((s) => s.done),
    ).toEqual([null]);
    const last = run.keep(TORQUE_WRENCH, wrench());
    run.press();
    run.keep(TORQUE_AGAIN, { group: 'head', text: 'a washer was missing' });
    expect(torqueRun(run.file()).groups[0]!.passes[0]!.done.size).toBe(0);
    run.keep(TORQUE_UNDO, { of: run.log.at(-1)!.id });
    expect(torqueRun(run.file()).groups[0]!.passes[0]!.done.size).toBe(14);
    expect(run.try(TORQUE_UNDO, { of: 'nobody' })).toContain('nothing like that');
    expect(last).not.toBe('');
  });

  it('is open again where another stack was laid under it, though nobody wrote that down as work', () => {
    const gaskets = ['0.6', '0.8'].map((name) => ({
      name,
      where: 'head',
      thickness: mm(Number(name)),
      made: 'metal',
      lies: '',
      source,
    }));
    const of = engine([group()]);
    const run = begun({ ...of, parts: { ...of.parts, gaskets: { gaskets } } });
    run.keep(STACK_LAID, { where: 'head', gaskets: ['0.6'] });
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(STACK_LAID, { where: 'head', gaskets: ['0.6'] });
    expect(isTight(run.file(), 'head')).toBe(true);
    const other = run.keep(STACK_LAID, { where: 'head', gaskets: ['0.8'] });
    expect(isTight(run.file(), 'head')).toBe(false);
    run.keep(STACK_UNDO, { of: other });
    expect(isTight(run.file(), 'head')).toBe(true);
  });

  it('that is tightened again later wants a day for it, which falls away when it is begun anew', () => {
    const run = begun(engine([group({ again: 10 })]));
    const later = () => judgeJob(run.file()).steps.find((x) => x.key === 'torque-due:head');
    const due = (on: string) => run.try(TORQUE_DUE, { group: 'head', on });
    expect(later()).toBeUndefined();
    // Before it is tight a day is the day of nothing.
    expect(due('2026-02-01')).toBeNull();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(later()).toMatchObject({ done: null });
    expect(later()!.sentence('mm')).toContain('no day is set yet');
    expect(due('2026-02-10')).toBeNull();
    expect(later()!.done).toBe(run.log.at(-1)!.id);
    expect(JSON.stringify(reportOf(run.file()))).toContain('Tightened again on 10 Feb 2026');
    expect(timelineOf(run.file()).at(-1)!.sentence).toContain('tightened again on 10 Feb 2026');
    run.keep(TORQUE_UNDO, { of: run.log.at(-1)!.id });
    expect(later()).toMatchObject({ done: null });
    due('2026-02-10');
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [3] });
    expect(torqueRun(run.file()).groups[0]!.due).toBeNull();
    expect(begun().try(TORQUE_DUE, { group: 'head', on: '2026-02-10' })).toContain('does not tighten');
  });
});
