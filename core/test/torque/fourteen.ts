import { mm, TORQUE_WRENCH, TORQUED, torqueRun, type EngineSpec, type TorqueGroup } from '@tribos/core';
import { TWIN } from '../support.js';
import { Book } from '../strip/support.js';

export const source = {
  type: 'engine-maker',
  party: 'Varrow',
  document: 'manual',
  page: '4-1',
  revision: '',
  enteredBy: 'x',
  checkedBy: 'y',
};
export const HOLES = Array.from({ length: 14 }, (_, i) => i + 1);
export const map = {
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
export const group = (over: Partial<TorqueGroup> = {}): TorqueGroup =>
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
export const to = (pass: number) => group().steps[pass] ?? ({ by: 'torque', value: 60 } as const);
/** A twin whose head is held by fourteen bolts, in three steps. */
export const engine = (groups: readonly TorqueGroup[] = [group()], holes = map.holes): EngineSpec => ({
  ...TWIN,
  parts: { ...TWIN.parts, 'bolt-maps': { maps: [{ ...map, holes }] }, 'torque-plan': { groups } },
});
export const wrench = (over: object = {}) =>
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

/** Somebody who presses for whatever is next. */
export class Run extends Book {
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
/** A run whose wrench is chosen. */
export const begun = (e = engine()) => {
  const run = new Run(e);
  run.keep(TORQUE_WRENCH, wrench());
  return run;
};
