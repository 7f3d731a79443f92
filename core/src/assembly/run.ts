import { ledgerOf, standingIn, type AnyEntry } from '../ledger/index.js';
import { fact, type JobFile } from '../job/index.js';
import { isDoneOn, workOf } from '../cylinder/index.js';
import { effectiveSteps, stripLog } from '../strip/index.js';
import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_KINDS,
  ASSEMBLY_ODD,
  ASSEMBLY_OPENED,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
  type AssemblyPictured,
  type AssemblySeen,
} from './assemblyEntries.js';
import { ASSEMBLY_LIST, type AssemblyAsk, type AssemblyStep } from './assemblySheet.js';
import { generalFor } from './lists.js';

/** A second look by the same person is one after a break of so long, ms. */
export const BREAK_MS = 10 * 60_000;

/** A question of a step, and what was seen. */
export interface AskState {
  readonly ask: AssemblyAsk;
  /** Its answers as they are shown: the right one is not always the first, or a hand stops looking. */
  readonly shown: AssemblyAsk['answers'];
  readonly seen: AssemblySeen | null;
  /** Why what was seen cannot stay; empty where it can. */
  readonly wrong: string;
  /** Seen once more; null while nobody has, or where nobody has to. */
  readonly again: AssemblySeen | null;
}

export interface RunStep {
  readonly key: string;
  readonly step: AssemblyStep;
  readonly section: string;
  readonly cylinder: number | null;
  readonly state: 'done' | 'over' | 'open';
  /** Entry that did it, or says why it is over. */
  readonly by: AnyEntry | null;
  readonly asks: readonly AskState[];
  /** The photo that belongs to it, or why there is none; null while neither is there. */
  readonly pictured: AssemblyPictured | null;
  /** It waits for the second look at what was seen. */
  readonly waitsForAgain: boolean;
  /** It was done, and is open again: why. */
  readonly reopened: string | null;
}

export interface AssemblyRun {
  readonly begun: { readonly list: 'sheet' | 'general'; readonly alone: boolean } | null;
  readonly hasOwn: boolean;
  readonly sections: readonly {
    readonly key: string;
    readonly name: string;
    readonly steps: readonly RunStep[];
  }[];
  readonly steps: readonly RunStep[];
  readonly now: RunStep | null;
  readonly done: number;
  /** What is provisional: open until the step that settles it is done. */
  readonly provisional: readonly { readonly of: string; readonly text: string }[];
}

/** Entries of the run that stand, in order. */
export const assemblyLog = (file: JobFile): readonly AnyEntry[] => standingIn(file.log, ASSEMBLY_KINDS);

const keyOf = (step: string, cylinder: number | null): string => `${step}:${cylinder ?? ''}`;

/** The same on every tablet, another for each step and cylinder. */
function turned<T>(all: readonly T[], by: string): readonly T[] {
  let sum = 0;
  for (const letter of by) sum = (sum * 31 + letter.codePointAt(0)!) % 9_973;
  const from = sum % all.length;
  return [...all.slice(from), ...all.slice(0, from)];
}

/** Steps in the order they are done: what is done for each cylinder is done for one after the other. */
function inOrder(steps: readonly AssemblyStep[], cylinders: number) {
  const order: { readonly step: AssemblyStep; readonly cylinder: number | null }[] = [];
  for (let i = 0; i < steps.length;) {
    if (!steps[i]!.each) {
      order.push({ step: steps[i]!, cylinder: null });
      i += 1;
      continue;
    }
    let end = i;
    while (steps[end]?.each) end += 1;
    for (let c = 0; c < cylinders; c += 1)
      for (const step of steps.slice(i, end)) order.push({ step, cylinder: c });
    i = end;
  }
  return order;
}

interface Undoing {
  readonly at: number;
  readonly why: string;
}

/** What opens a step again after it was done: work on the cylinder, its parts taken off again, a word. */
function openedAfter(
  file: JobFile,
  order: readonly { readonly step: AssemblyStep; readonly cylinder: number | null }[],
  at: (entry: AnyEntry) => number,
): (step: AssemblyStep, cylinder: number | null, from: number) => Undoing | null {
  const works = workOf(file.log);
  const off = effectiveSteps(stripLog(file)).filter((s) => s.is === 'off');
  const words = assemblyLog(file).filter(ASSEMBLY_OPENED.is);
  const place = (step: string, cylinder: number | null) =>
    order.findIndex(
      (o) => o.step.key === step && (cylinder === null || o.cylinder === null || o.cylinder === cylinder),
    );
  return (step, cylinder, from) => {
    const work = works.find(
      ({ at: done, entry }) =>
        done > from && step.reopens.includes(entry.what) && (cylinder === null || isDoneOn(entry, cylinder)),
    );
    if (work) return { at: work.at, why: work.entry.what.replaceAll('-', ' ') };
    const apart = off.find((s) => step.refits.includes(s.done.step) && at(s.entry) > from);
    if (apart) return { at: at(apart.entry), why: `${apart.done.name.toLowerCase()}: off again` };
    const here = order.findIndex((o) => o.step === step && o.cylinder === cylinder);
    const word = words.find(
      (w) =>
        at(w) > from &&
        place(w.step, w.cylinder) <= here &&
        (w.cylinder === null || cylinder === null || w.cylinder === cylinder),
    );
    return word ? { at: at(word), why: word.text.trim() } : null;
  };
}

function run(file: JobFile): AssemblyRun {
  const log = assemblyLog(file);
  const ledger = ledgerOf(file.log);
  const at = ({ id }: AnyEntry): number => ledger.at(id);
  const begun = log.findLast(ASSEMBLY_BEGUN.is) ?? null;
  const own = ASSEMBLY_LIST.of(file.engine)?.sections ?? null;
  const list = (begun === null || begun.list === 'sheet' ? own : null) ?? generalFor(file);
  const order = list.flatMap((s) =>
    inOrder(s.steps, file.engine.cylinders.length).map((o) => ({ ...o, section: s.key })),
  );
  const opened = openedAfter(file, order, at);
  const seen = log.filter(ASSEMBLY_SEEN.is);
  const pictures = log.filter(ASSEMBLY_PICTURED.is);
  const did = new Map<string, AnyEntry[]>();
  for (const e of log)
    if (ASSEMBLED.is(e))
      for (const s of e.steps)
        did.set(keyOf(s.step, s.cylinder), [...(did.get(keyOf(s.step, s.cylinder)) ?? []), e]);
  const odd = log.filter(ASSEMBLY_ODD.is);
  const steps = order.map(({ step, cylinder, section }): RunStep => {
    const key = keyOf(step.key, cylinder);
    const ends = [...(did.get(key) ?? []), ...odd.filter((o) => keyOf(o.step, o.cylinder) === key)].sort(
      (a, b) => at(a) - at(b),
    );
    const last = ends.at(-1) ?? null;
    const undone = last ? opened(step, cylinder, at(last)) : null;
    // What was seen before it was opened again was seen of something else.
    const since = undone?.at ?? -1;
    const asks = step.asks.map((ask, a): AskState => {
      const all = seen.filter((s) => keyOf(s.step, s.cylinder) === key && s.ask === a && at(s) > since);
      const first = all.findLast((s) => !s.again) ?? null;
      const wrong =
        ask.answers.find((x) => x.text === first?.answer)?.why ??
        (first ? 'That is none of its answers.' : '');
      const again =
        first === null
          ? null
          : (all.find(
              (s) =>
                s.again &&
                s.answer === first.answer &&
                at(s) > at(first) &&
                (s.by !== first.by || Date.parse(s.at) - Date.parse(first.at) >= BREAK_MS),
            ) ?? null);
      return { ask, shown: turned(ask.answers, `${key}:${a}`), seen: first, wrong, again };
    });
    const waits = step.twice && asks.some((a) => a.seen !== null && a.wrong === '' && a.again === null);
    const pictured = pictures.findLast((x) => keyOf(x.step, x.cylinder) === key && at(x) > since) ?? null;
    const fine = asks.every((a) => a.seen !== null && a.wrong === '') && (!step.photo || pictured !== null);
    const isOver = last !== null && undone === null && ASSEMBLY_ODD.is(last);
    // A wrong answer proves nothing, whoever said it is done.
    const isDone = last !== null && undone === null && !isOver && fine;
    const state = isOver ? 'over' : isDone ? 'done' : 'open';
    return {
      key,
      step,
      section,
      cylinder,
      state,
      by: state === 'open' ? null : last,
      asks,
      pictured,
      waitsForAgain: waits,
      reopened: undone && state === 'open' ? undone.why : null,
    };
  });
  const isSettled = (key: string): boolean =>
    steps.some((s) => s.step.settles === key && s.state !== 'open' && !s.waitsForAgain);
  return {
    begun: begun && { list: begun.list, alone: begun.alone },
    hasOwn: own !== null,
    sections: list.map((s) => ({
      key: s.key,
      name: s.name,
      steps: steps.filter((x) => x.section === s.key),
    })),
    steps,
    now: begun === null ? null : (steps.find((s) => s.state === 'open') ?? null),
    done: steps.filter((s) => s.state !== 'open').length,
    provisional: steps.flatMap((s) =>
      s.step.leaves !== '' && s.state === 'done' && !isSettled(s.step.key)
        ? [{ of: s.step.key, text: s.step.leaves }]
        : [],
    ),
  };
}

/** How an engine goes together in this job, and how far it is. */
export const assemblyRun = fact('assemblyRun', run);

/** Whether a step is one of those that are ticked together: nothing is asked, proved or photographed. */
export const isPlain = ({ step }: RunStep): boolean =>
  step.asks.length === 0 && step.proof === 'none' && !step.photo;

/** Steps one press does: the plain ones together as a list up to the next that asks, else the one at hand. */
export function pressOf({ steps, now }: AssemblyRun): readonly RunStep[] {
  if (!now) return [];
  if (!isPlain(now)) return [now];
  const press: RunStep[] = [];
  for (const s of steps.slice(steps.indexOf(now))) {
    if (s.section !== now.section || s.cylinder !== now.cylinder) break;
    if (s.state !== 'open') continue;
    if (!isPlain(s)) break;
    press.push(s);
  }
  return press;
}

/** The question of a step that nobody has answered rightly yet; null where every one is. */
export const openAsk = (s: RunStep): number | null => {
  const at = s.asks.findIndex((a) => a.seen === null || a.wrong !== '');
  return at < 0 ? null : at;
};

/** Whether a step waits for nothing but its photo: what is asked was seen. */
export const wantsPicture = (s: RunStep): boolean =>
  s.step.photo && s.pictured === null && openAsk(s) === null;
