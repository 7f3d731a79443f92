import { STACK_LAID, WORK_DONE, workBy } from '../cylinder/index.js';
import { ledgerOf, standingIn, type AnyEntry } from '../ledger/index.js';
import { fact, type JobFile } from '../job/index.js';
import { effectiveSteps, stripLog, stripPlan, STRIPPED } from '../strip/index.js';
import {
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_KINDS,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  TORQUED,
  wrenchTrouble,
  type TorqueDue,
  type TorquedEntry,
  type TorqueWrench,
} from './torqueEntries.js';
import { groupsOf, isSingle, sameStep, type PlacedGroup } from './torqueSheet.js';

/** How one step of a group stands: which bolts have it, each by the entry that did it first. */
export interface PassState {
  readonly done: ReadonlyMap<number, AnyEntry>;
  readonly complete: boolean;
}

export interface GroupState extends PlacedGroup {
  readonly passes: readonly PassState[];
  readonly wrench: TorqueWrench | null;
  /** Bolts that are as they could be, by the entry that says so. */
  readonly odd: ReadonlyMap<number, AnyEntry & { readonly text: string; readonly why: string }>;
  /** What was looked at after it; null while nobody has. */
  readonly seen: AnyEntry | null;
  /** Clicked once more without a movement. */
  readonly checked: AnyEntry | null;
  readonly done: boolean;
  /** ISO time its last bolt was tightened; null until it is. */
  readonly doneAt: string | null;
  /** Bolts that were tightened to what the sheet had then and has no more, by the last entry that did it. */
  readonly then: ReadonlyMap<number, TorquedEntry>;
  /** Why it was begun anew, the last time; null where it never was. */
  readonly again: string | null;
  /** Day it is tightened again, as somebody said since it was tightened; null while nobody has. */
  readonly due: TorqueDue | null;
}

/** What the next press does. */
export interface TorqueNow {
  readonly group: string;
  readonly pass: number;
  /** Bolts of the press: all that are left early on, one at the last. */
  readonly holes: readonly number[];
}

export interface TorqueRun {
  readonly groups: readonly GroupState[];
  readonly now: TorqueNow | null;
  /** Whether anything was written of it. */
  readonly begun: boolean;
}

/** Entries of the torque run that stand, in order. */
export const torqueLog = (file: JobFile): readonly AnyEntry[] => standingIn(file.log, TORQUE_KINDS);

interface Walked {
  passes: Map<number, AnyEntry>[];
  wrench: TorqueWrench | null;
  /** A wrench the sheet of now would not have for this group, by its entry. */
  past: string | null;
  odd: GroupState['odd'] & Map<number, AnyEntry & { readonly text: string; readonly why: string }>;
  seen: AnyEntry | null;
  checked: AnyEntry | null;
  then: Map<number, TorquedEntry>;
  again: string | null;
  due: TorqueDue | null;
}

const fresh = ({ group }: PlacedGroup): Walked => ({
  passes: group.steps.map(() => new Map<number, AnyEntry>()),
  wrench: null,
  past: null,
  odd: new Map<number, never>(),
  seen: null,
  checked: null,
  then: new Map<number, TorquedEntry>(),
  again: null,
  due: null,
});

const CORRECTED = 'its sheet was corrected since';

/** Whether a press brought bolts to what the sheet has no more, with what it no longer takes, or all at once where each is felt. */
function isPast(
  { group }: PlacedGroup,
  { past }: Walked,
  { pass, to, wrench, holes }: TorquedEntry,
): boolean {
  const step = group.steps[pass];
  const felt = holes.length === 1 || !isSingle(group, pass);
  return !step || !sameStep(step, to) || wrench === past || !felt;
}

/** What slackens a group besides a word: its bolts taken off again, or what lies under it changed. */
function slackened(
  file: JobFile,
): ReadonlyMap<string, { readonly maps: readonly string[]; readonly head: boolean }> {
  const found = new Map<string, { maps: string[]; head: boolean }>();
  const bolts = new Map(stripPlan(file).steps.map((s) => [s.step.key, s.step.bolts?.map ?? null]));
  for (const { entry, is, done } of effectiveSteps(stripLog(file))) {
    const map = is === 'off' ? bolts.get(done.step) : null;
    if (!map) continue;
    const of = found.get(entry.id) ?? { maps: [], head: false };
    of.maps.push(map);
    found.set(entry.id, of);
  }
  for (const [id, { what }] of workBy(file.log))
    if (['gasket-changed', 'skimmed', 'exchanged'].includes(what)) found.set(id, { maps: [], head: true });
  return found;
}

function run(file: JobFile): TorqueRun {
  const placed = groupsOf(file.engine);
  const slack = slackened(file);
  const states = new Map(placed.map((p) => [p.group.key, fresh(p)]));
  const full = (p: PlacedGroup, w: Walked, pass: number): boolean =>
    p.order.every((h) => w.passes[pass]!.has(h) || w.odd.has(h));
  const isDone = (p: PlacedGroup): boolean => {
    const w = states.get(p.group.key)!;
    return w.passes.every((_, i) => full(p, w, i)) && (p.group.after === '' || w.seen !== null);
  };
  const kinds = [...TORQUE_KINDS.map((k) => k.kind), STRIPPED.kind, WORK_DONE.kind, STACK_LAID.kind];
  for (const e of ledgerOf(file.log).standing(kinds)) {
    const off = slack.get(e.id);
    if (off)
      for (const p of placed) {
        const w = states.get(p.group.key)!;
        const hit =
          off.maps.includes(p.group.map) ||
          (off.head && (p.group.clamps === 'head' || p.group.clamps === 'cylinder'));
        if (hit && w.passes.some((m) => m.size > 0))
          states.set(p.group.key, { ...fresh(p), again: 'what it holds came off, or was changed' });
      }
    if (e.kind === STRIPPED.kind || e.kind === WORK_DONE.kind || e.kind === STACK_LAID.kind) continue;
    const key = (e as AnyEntry & { readonly group: string }).group;
    const at = placed.findIndex((p) => p.group.key === key);
    const p = placed[at];
    const w = p && states.get(key);
    if (!p || !w) continue;
    if (TORQUE_AGAIN.is(e)) states.set(key, { ...fresh(p), again: e.text.trim() });
    // Once the sheet was corrected, what was tightened by what it said before is open again.
    if (TORQUE_WRENCH.is(e)) [w.wrench, w.past] = wrenchTrouble(p, e) === null ? [e, null] : [null, e.id];
    if (TORQUE_ODD.is(e)) w.odd.set(e.hole, e);
    if (TORQUED.is(e) && isPast(p, w, e)) {
      const then = new Map([...w.then, ...e.holes.map((h) => [h, e] as const)]);
      states.set(key, { ...fresh(p), wrench: w.wrench, past: w.past, then, again: CORRECTED });
      continue;
    }
    // A step counts once everything before it is done: what came out of its order proves nothing.
    const before = placed.slice(0, at).every(isDone);
    if (TORQUED.is(e) && before && w.wrench?.id === e.wrench) {
      const earlier = w.passes.slice(0, e.pass).every((_, i) => full(p, w, i));
      // Two tablets that tell of one bolt tell of it once.
      if (earlier) for (const h of e.holes) if (!w.passes[e.pass]!.has(h)) w.passes[e.pass]!.set(h, e);
    }
    const whole = w.passes.every((_, i) => full(p, w, i));
    if (TORQUE_SEEN.is(e) && whole) w.seen = e;
    if (TORQUE_DUE.is(e) && whole) w.due = e;
    // Bolts turned by an angle are never clicked again, whatever somebody wrote.
    const clicks = p.group.steps.every((s) => s.by !== 'angle');
    if (TORQUE_CHECKED.is(e) && whole && clicks) {
      if (e.moved.length === 0) w.checked = e;
      else {
        // One that moved had not its tension: the whole pattern of the last step again.
        w.passes[w.passes.length - 1] = new Map();
        w.seen = null;
        w.checked = null;
        w.due = null;
        w.again = `${e.moved.length === 1 ? `bolt ${e.moved[0]} moved` : `bolts ${e.moved.join(', ')} moved`} at the check`;
      }
    }
  }
  const groups = placed.map((p): GroupState => {
    const w = states.get(p.group.key)!;
    const done = isDone(p);
    const last =
      [...w.passes.at(-1)!.values()]
        .map((e) => e.at)
        .sort()
        .at(-1) ?? null;
    return {
      ...p,
      passes: w.passes.map((m, i) => ({ done: m, complete: full(p, w, i) })),
      wrench: w.wrench,
      odd: w.odd,
      seen: w.seen,
      checked: w.checked,
      then: w.then,
      done,
      doneAt: done ? last : null,
      again: w.again,
      due: done ? w.due : null,
    };
  });
  return { groups, now: nextPress(groups), begun: torqueLog(file).length > 0 };
}

function nextPress(groups: readonly GroupState[]): TorqueNow | null {
  const g = groups.find((x) => !x.done);
  const pass = g?.passes.findIndex((p) => !p.complete) ?? -1;
  if (!g || pass < 0) return null;
  const left = g.order.filter((h) => !g.passes[pass]!.done.has(h) && !g.odd.has(h));
  return { group: g.group.key, pass, holes: isSingle(g.group, pass) ? left.slice(0, 1) : left };
}

/** The torque run of a job as it stands, group by group. */
export const torqueRun = fact('torqueRun', run);

/** Whether every group that holds something down is tightened; also where the sheet names none. */
export const isTight = (file: JobFile, clamps: PlacedGroup['group']['clamps']): boolean =>
  torqueRun(file)
    .groups.filter((g) => g.group.clamps === clamps)
    .every((g) => g.done);
