import {
  clickOff,
  conditionSentence,
  isTight,
  mm,
  reportOf,
  stepText,
  timelineOf,
  TORQUE_CHECKED,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  torqueRun,
} from '@tribos/core';
import { HOLES, map, group, to, engine, wrench, Run, begun } from './fourteen.js';

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
});
