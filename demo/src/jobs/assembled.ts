import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  FLUID_FILLED,
  fluidName,
  FLUIDS,
  generalAssembly,
  groupsOf,
  isSingle,
  PART_WORK,
  partNamed,
  REFIT_SEEN,
  refitChecks,
  RING_PACKS,
  STACK_LAID,
  TORQUE_CHECKED,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  TORQUE_DUE,
  type EngineSpec,
  type Proof,
} from '@tribos/core';
import type { LogBook } from './build.js';
import { leakTest, together } from './apart.js';
import { squishes } from './setUp.js';

const right = (answers: readonly { readonly text: string; readonly why: string }[]): string =>
  answers.find((a) => a.why === '')!.text;

/** What is read before a step that wants it proved. */
type Proved = Partial<Record<Proof, () => unknown>>;

/** The top end put together by the general list: what is seen at every hard stop, second looks after a break. */
export function assembled(book: LogBook, engine: EngineSpec, piston: string, proved: Proved = {}): LogBook {
  const pack = RING_PACKS.of(engine)?.packs.find((p) => p.piston === piston) ?? null;
  book.entry(ASSEMBLY_BEGUN, { list: 'general', alone: true });
  const again: (() => void)[] = [];
  for (const { steps } of generalAssembly(engine, pack))
    for (const step of steps)
      for (const cylinder of step.each ? engine.cylinders.map((_, i) => i) : [null]) {
        if (step.proof === 'head-tight' || step.proof === 'cylinder-tight') tightened(book, engine);
        proved[step.proof]?.();
        const seen = step.asks.map((a, ask) => {
          const said = { step: step.key, cylinder, ask, answer: right(a.answers) };
          book.entry(ASSEMBLY_SEEN, { ...said, again: false });
          if (step.twice) again.push(() => book.entry(ASSEMBLY_SEEN, { ...said, again: true }));
          return book.log.at(-1)!.id;
        });
        if (step.photo)
          book.entry(ASSEMBLY_PICTURED, {
            step: step.key,
            cylinder,
            photo: '',
            text: 'Camera in the other bay; drawn on the job’s card, all marks in line.',
          });
        book.entry(ASSEMBLED, { steps: [{ step: step.key, cylinder }], seen });
      }
  book.wait(25);
  for (const look of again) look();
  return book;
}

/** Everything on its torque plan, bolt by bolt at the last, and clicked once more. */
function tightened(book: LogBook, engine: EngineSpec): void {
  for (const placed of groupsOf(engine)) {
    const { group, order } = placed;
    const most = Math.max(...group.steps.filter((s) => s.by === 'torque').map((s) => s.value));
    book.entry(TORQUE_WRENCH, {
      group: group.key,
      name: most > 25 ? 'Click wrench 60' : 'Click wrench 25',
      range: most > 25 ? 60 : 25,
      unit: 'N·m',
      due: null,
      adapter: null,
      condition: group.condition,
      bolts: placed.holes.some((h) => h.oneTime) ? 'new' : 'none-are-once',
    });
    const wrench = book.log.at(-1)!.id;
    group.steps.forEach((to, pass) => {
      const presses = isSingle(group, pass) ? order.map((h) => [h]) : [[...order]];
      for (const holes of presses)
        book.entry(TORQUED, { group: group.key, pass, to, holes, wrench, from: 'hand', clicked: null });
    });
    if (group.after !== '') book.entry(TORQUE_SEEN, { group: group.key, is: 'free' });
    if (group.steps.every((s) => s.by === 'torque'))
      book.entry(TORQUE_CHECKED, { group: group.key, moved: [] });
  }
}

/** The day every group that is tightened again is. */
export function retorqueOn(book: LogBook, engine: EngineSpec, on: string): LogBook {
  for (const { group } of groupsOf(engine))
    if (group.again !== null) book.entry(TORQUE_DUE, { group: group.key, on });
  return book;
}

/** Fluids at their marks, and what else goes back on looked at. */
export function readyToStart(book: LogBook, engine: EngineSpec): LogBook {
  FLUIDS.of(engine)?.fluids.forEach((f, fluid) => {
    book.entry(FLUID_FILLED, {
      fluid,
      what: fluidName(f),
      amount: f.amount,
      level: 'on-its-mark',
      bled: f.bleed !== '',
      text: '',
    });
  });
  for (const c of refitChecks(engine)) book.entry(REFIT_SEEN, { check: c.key, answer: right(c.answers) });
  return book;
}

/** Job 5: a new crank and bearings in, closed, tight on the second try. */
export function bottomOf212(book: LogBook, engine: EngineSpec): LogBook {
  for (const [of, text] of [
    ['main-bearings', 'Both, cold into the warm case'],
    ['crank', 'New, with its rod and big end; turns freely after the cases were closed'],
  ] as const)
    book.wait(15).entry(PART_WORK, { of, name: partNamed(engine, of)?.name ?? of, what: 'renewed', text });
  together(book.wait(40), engine, ['bearings', 'gearbox', 'crank', 'split', 'case-bolts']);
  const after = { way: 'pressure', when: 'after', engineVolume: 420 } as const;
  leakTest(book, { ...after, marks: [0.45, 0.431, 0.412, 0.394, 0.377], bubbles: 'drive side crank seal' });
  return leakTest(book.wait(35), {
    ...after,
    marks: [0.45, 0.449, 0.448, 0.447, 0.446],
    bubbles: 'none seen',
  });
}

/** Squish read dry over two gaskets, too loose; one taken out, and read again. */
export function squishOf212(book: LogBook, engine: EngineSpec): LogBook {
  book.wait(40).entry(STACK_LAID, { where: 'base', gaskets: ['Drumlin base 0.25', 'Drumlin base 0.40'] });
  squishes(book, engine, '2.003', [['1.521', '1.503']]);
  book.wait(20).entry(STACK_LAID, { where: 'base', gaskets: ['Drumlin base 0.40'] });
  return squishes(book, engine, '2.003', [['1.268', '1.252']]);
}
