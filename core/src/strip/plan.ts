import { fact, jobKind, jobKindInfo, type JobFile, type JobKind } from '../job/index.js';
import type { AnyEntry } from '../ledger/index.js';
import type { EngineSpec } from '../specs/index.js';
import { generalList, step } from './general/index.js';
import { effectiveSteps, type Effective } from './effective.js';
import { stripLog } from './standing.js';
import {
  ENDS_STEP,
  STRIP_ADDED,
  STRIP_ANSWER,
  STRIP_ODD,
  STRIP_PLAN,
  type StripAnswer,
  type StripOdd,
} from './stripEntries.js';
import { BOLT_MAPS, STRIP_LIST, type Scope, type StripSection, type StripStep } from './stripList.js';

/** A step of this job, and what became of it. */
export interface PlannedStep {
  readonly step: StripStep;
  readonly section: string;
  /** `back`: put back after it was off. */
  readonly state: 'done' | 'over' | 'open' | 'back';
  /** Entry that did it, or says why it is over; null while open. */
  readonly by: AnyEntry | null;
  /** What was seen at its hard stop; null while nobody has said. */
  readonly answered: StripAnswer | null;
  /** What was said of it besides. */
  readonly odd: readonly StripOdd[];
  /** Everything it comes after is done or over. */
  readonly ready: boolean;
  /** Added to this job. */
  readonly added: boolean;
}

export interface PlannedSection {
  readonly key: string;
  readonly name: string;
  readonly lies: StripSection['lies'];
  readonly steps: readonly PlannedStep[];
}

export interface StripPlan {
  /** What was said; null while the strip has not begun. */
  readonly chosen: {
    readonly scope: Scope;
    readonly list: 'sheet' | 'general';
    readonly purpose: 'rebuild' | 'look';
  } | null;
  readonly sections: readonly PlannedSection[];
  readonly steps: readonly PlannedStep[];
  /** The step at hand: the first that is open and may be done; null when none is left. */
  readonly now: PlannedStep | null;
  readonly done: number;
}

/** Which list an engine has: its own where somebody entered one. */
export const listsOf = (
  engine: EngineSpec,
): { sheet: readonly StripSection[] | null; general: readonly StripSection[] } => ({
  sheet: STRIP_LIST.of(engine)?.sections ?? null,
  general: generalList(engine),
});

/** Sections of the machine about an engine, as lists name them. */
const OF_THE_MACHINE: ReadonlySet<string> = new Set(['access', 'out']);

/** Sections of a list with the steps of a scope alone, and of the kind of job. */
export const inScope = (
  sections: readonly StripSection[],
  scope: Scope,
  kind: JobKind = 'rebuild',
): readonly StripSection[] =>
  sections
    // An engine that came without its machine is out of it already.
    .filter((s) => kind !== 'bare-engine' || !OF_THE_MACHINE.has(s.key))
    .map((s) => ({
      ...s,
      steps: s.steps.filter((x) => x.scopes.length === 0 || x.scopes.includes(scope)),
    }))
    .filter((s) => s.steps.length > 0);

/** Scopes in which a list differs at all for an engine. */
export function scopesOf({ kind, strokes }: Pick<EngineSpec, 'kind' | 'strokes'>): readonly Scope[] {
  if (kind === 'chainsaw') return ['top', 'whole', 'crank-swap'];
  return strokes === 4 ? ['top', 'whole', 'bottom', 'partial'] : ['top', 'whole', 'bottom'];
}

/** Scopes a job of its kind comes apart in: with its top left on, those that leave it on. */
export function scopesFor(file: JobFile): readonly Scope[] {
  const all = scopesOf(file.engine);
  const below = all.filter((s) => s === 'bottom' || s === 'crank-swap');
  return jobKindInfo(file).topLeftOn && below.length > 0 ? below : all;
}

/** Fasteners of a step on its map; none where it has no map on file. */
export function holesOf(engine: EngineSpec, { bolts }: Pick<StripStep, 'bolts'>) {
  const map = bolts && BOLT_MAPS.of(engine)?.maps.find((m) => m.key === bolts.map);
  if (!map) return null;
  const holes = map.holes.filter((h) => bolts.holes.length === 0 || bolts.holes.includes(h.at));
  return { map, holes };
}

function plan(file: JobFile): StripPlan {
  const log = stripLog(file);
  const chosen = log.findLast(STRIP_PLAN.is) ?? null;
  const { sheet, general } = listsOf(file.engine);
  const own = chosen ? (chosen.list === 'sheet' ? sheet : null) : sheet;
  const scoped = inScope(own ?? general, chosen?.scope ?? scopesFor(file)[0] ?? 'top', jobKind(file));
  const did = new Map<string, Effective>();
  for (const s of effectiveSteps(log)) did.set(s.done.step, s);
  const odd = log.filter(STRIP_ODD.is);
  const answers = log.filter(STRIP_ANSWER.is);
  const added = log.filter(STRIP_ADDED.is);
  const overBy = (key: string) => odd.findLast((o) => o.step === key && ENDS_STEP.has(o.why)) ?? null;
  const isOver = (key: string): boolean => did.has(key) || overBy(key) !== null;
  const there = new Set(scoped.flatMap((s) => s.steps.map((x) => x.key)));
  const planned = (s: StripStep, section: string, isAdded: boolean): PlannedStep => {
    const by = did.get(s.key) ?? null;
    const over = by === null ? overBy(s.key) : null;
    return {
      step: s,
      section,
      state: by ? (by.is === 'off' ? 'done' : 'back') : over ? 'over' : 'open',
      by: by?.entry ?? over,
      answered: answers.findLast((a) => a.step === s.key) ?? null,
      odd: odd.filter((o) => o.step === s.key),
      // What is not part of this scope keeps nothing waiting.
      ready: s.after.every((k) => !there.has(k) || isOver(k)),
      added: isAdded,
    };
  };
  const sections = scoped.map(({ key, name, lies, steps }): PlannedSection => {
    const mine = added.filter((a) => a.section === key);
    const asStep = (a: (typeof mine)[number]): StripStep =>
      step(a.key, a.what, { takes: a.loose.map(({ inside: _i, ...l }) => l) });
    const withAdded = steps.flatMap((s) => [
      planned(s, key, false),
      ...mine.filter((a) => a.after === s.key).map((a) => planned(asStep(a), key, true)),
    ]);
    const loose = mine.filter((a) => !steps.some((s) => s.key === a.after));
    return { key, name, lies, steps: [...withAdded, ...loose.map((a) => planned(asStep(a), key, true))] };
  });
  const steps = sections.flatMap((s) => s.steps);
  return {
    chosen,
    sections,
    steps,
    now: chosen === null ? null : (steps.find((s) => s.state === 'open' && s.ready) ?? null),
    done: steps.filter((s) => s.state !== 'open').length,
  };
}

/** How an engine comes apart in this job, and how far it is. */
export const stripPlan = fact('stripPlan', plan);

/** What is counted when a step is done: its fasteners by its map where one is on file, its loose parts, what is put in. */
export function looseOf(engine: EngineSpec, s: StripStep) {
  const bolts = holesOf(engine, s);
  return [
    ...(bolts
      ? [
          {
            item: `${bolts.map.key}-bolts`,
            name: `fasteners of ${bolts.map.name}`,
            count: bolts.holes.length,
            near: false,
            inside: false,
          },
        ]
      : []),
    ...s.takes.map((t) => ({ ...t, inside: false })),
    ...s.puts.map((t) => ({ ...t, inside: true })),
  ];
}

/** Steps of a section that one press does: all open ones, up to the first that waits for an answer. */
export function stepsOfPress(
  steps: readonly PlannedStep[],
  now: PlannedStep,
  grain: 'section' | 'step',
): readonly PlannedStep[] {
  if (grain === 'step') return [now];
  const done = new Set(steps.filter((s) => s.state !== 'open').map((s) => s.step.key));
  const keys = new Set(steps.map((s) => s.step.key));
  const press: PlannedStep[] = [];
  for (const s of steps) {
    if (s.section !== now.section || s.state !== 'open') continue;
    if (s.step.stop && !s.answered) continue;
    if (!s.step.after.every((k) => !keys.has(k) || done.has(k))) continue;
    done.add(s.step.key);
    press.push(s);
  }
  return press;
}

/** The hard stop to answer before a press: in a section, the first of it that nobody has answered. */
export function stopBefore(
  steps: readonly PlannedStep[],
  now: PlannedStep,
  grain: 'section' | 'step',
): PlannedStep | null {
  const asked =
    grain === 'step' ? [now] : steps.filter((s) => s.section === now.section && s.state === 'open');
  return asked.find((s) => s.step.stop !== null && s.answered === null) ?? null;
}

/** The list run backwards: what is off, the last thing first. */
export const backwards = (plan: StripPlan): readonly PlannedStep[] =>
  plan.steps.filter((s) => s.state === 'done').reverse();

/** The list as this engine really came apart: steps added to it are in, those it does not have are out. */
export function listAsDone(file: JobFile): readonly StripSection[] {
  const { chosen, sections } = stripPlan(file);
  const { sheet, general } = listsOf(file.engine);
  const from = (chosen?.list === 'sheet' ? sheet : null) ?? general;
  const gone = new Set(
    stripLog(file)
      .filter(STRIP_ODD.is)
      .flatMap((o) => (o.why === 'not-there' ? [o.step] : [])),
  );
  return from
    .map((s) => {
      const own = sections.find((p) => p.key === s.key);
      const added = own?.steps.filter((p) => p.added) ?? [];
      const after = (key: string) => {
        const at = own!.steps.findIndex((p) => p.step.key === key);
        const next = own!.steps.slice(at + 1);
        const end = next.findIndex((p) => !p.added);
        return (end < 0 ? next : next.slice(0, end)).map((p) => p.step);
      };
      const steps = s.steps
        .flatMap((x) => [
          x,
          ...(added.length > 0 && own!.steps.some((p) => p.step.key === x.key) ? after(x.key) : []),
        ])
        .filter((x) => !gone.has(x.key))
        .map((x) => ({ ...x, after: x.after.filter((k) => !gone.has(k)) }));
      return { ...s, steps };
    })
    .filter((s) => s.steps.length > 0);
}
