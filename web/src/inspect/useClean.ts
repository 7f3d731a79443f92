import { useState } from 'react';
import {
  combineVerdicts,
  TAKE_BACK,
  standingIn,
  overallOf,
  partOf,
  PART_FINDING,
  PART_WORK,
  type AnyEntry,
  type JobFile,
  type Overall,
  type PartFindingKind,
  type PartWorkKind,
} from '@tribos/core/ground';
import { timelineOf, type SentEntry } from '@tribos/core/house';
import {
  APART,
  assemblyOf,
  bySection,
  CLEANED,
  cleanedWith,
  comesApart,
  DISPOSITION_KEYS,
  forbids,
  harms,
  inspected,
  INSPECT_KINDS,
  liesApart,
  LOOKED,
  type CleaningKind,
  type Disposition,
  type Inspected,
} from '@tribos/core/inspect';
import { newEntry, useSend, type JobContext } from '../job/index.js';

/** Keys of the five answers, in their order. */
export const ANSWER_KEYS: Readonly<Record<Disposition, string>> = {
  reuse: '1',
  rework: '2',
  replace: '3',
  send: '4',
  measure: '5',
};

/** What is done to the part at hand, or to its section: cleaned, in pieces, together again. */
function partActs(
  file: JobFile,
  inOrder: readonly Inspected[],
  now: Inspected | null,
  send: (...entries: SentEntry[]) => boolean,
  setTrouble: (trouble: string) => void,
) {
  const found = (
    of: Inspected,
    what: PartFindingKind,
    more: { severity?: 'light' | 'moderate' | 'severe' | null; extent?: number | null; text?: string } = {},
  ): void => {
    send(
      newEntry(PART_FINDING, {
        of: of.part.key,
        name: of.part.name,
        what,
        severity: more.severity ?? null,
        extent: (more.extent ?? null) as never,
        text: more.text ?? '',
      }),
    );
  };
  const worked = (of: Inspected, what: PartWorkKind, text: string): void => {
    send(newEntry(PART_WORK, { of: of.part.key, name: of.part.name, what, text }));
  };
  /** The part at hand cleaned one way. */
  const cleaned = (how: CleaningKind): void => {
    if (now) send(newEntry(CLEANED, { parts: [now.part.key], how }));
  };
  /** Everything of the section at hand through the parts washer, but what it harms and what is clean already. */
  const washSection = (): void => {
    if (!now) return;
    const parts = inOrder.filter(
      ({ part }) =>
        part.kind.section === now.part.kind.section &&
        !part.kind.always &&
        harms('washer', part.kind.material) === null &&
        !cleanedWith(file, part.key).includes('washer'),
    );
    if (parts.length === 0) return setTrouble('Nothing of this section is left for the parts washer.');
    send(newEntry(CLEANED, { parts: parts.map((i) => i.part.key), how: 'washer' }));
  };
  /** The part at hand in pieces, or together again. */
  const apart = (is: 'apart' | 'together', seals: 'new' | 'old' | null): void => {
    if (now) send(newEntry(APART, { of: now.part.key, is, seals, text: '' }));
  };
  /** The same by one key: apart, or together with what is renewed. */
  const turn = (): void => {
    if (!now || !comesApart(now.part)) return;
    if (!liesApart(file, now.part.key)) return apart('apart', null);
    const seals = assemblyOf(file.engine, now.part)?.pieces.some((p) => p.renewed) ?? false;
    apart('together', seals ? 'new' : null);
  };
  return { found, worked, cleaned, washSection, apart, turn };
}

/** Findings and work that stand, and what else was said here. */
const saidHere = (file: JobFile): readonly AnyEntry[] =>
  standingIn(file.log, [...INSPECT_KINDS, PART_FINDING, PART_WORK]);

/** What is being looked at, what is said of it with one key, and what was said last. */
export function useClean({ file, unit, judgement }: JobContext) {
  const all = inspected(file);
  const sections = bySection(all.map((i) => i.part));
  // In the order they lie in front of whoever looks: section by section.
  const inOrder = sections.flatMap((s) => s.parts.map((p) => all.find((i) => i.part === p)!));
  const [picked, pick] = useState<string | null>(null);
  const [asked, ask] = useState<string | null>(null);
  const { trouble, say: setTrouble, send } = useSend(file);
  const open = inOrder.filter((i) => i.is === null);
  const now = inOrder.find((i) => i.part.key === picked) ?? open[0] ?? inOrder[0] ?? null;

  /** The next part nobody has looked at, after one, wrapping round. */
  const nextOpen = (after: Inspected, done: ReadonlySet<string>): string | null => {
    const at = inOrder.indexOf(after);
    const rest = [...inOrder.slice(at + 1), ...inOrder.slice(0, at)];
    return rest.find((i) => i.is === null && !done.has(i.part.key))?.part.key ?? null;
  };
  const say = (is: Disposition, of: Inspected | null = now): void => {
    if (!of) return;
    const against = of.state.findings.map((f) => forbids(f, is)).find((why) => why !== null);
    if (against) return setTrouble(against);
    const entry = newEntry(LOOKED, {
      parts: [of.part.key],
      is,
      findings: of.state.findings.map((f) => f.id),
      text: '',
    });
    if (!send(entry)) return;
    // What was found is asked only where it does not go back as it is.
    if (is === 'reuse' || is === 'measure') {
      ask(null);
      pick(nextOpen(of, new Set([of.part.key])));
    } else {
      pick(of.part.key);
      ask(of.part.key);
    }
  };
  /** The rest of a section, used again, with one key: what nobody has found anything on. */
  const restOf = (section: string): void => {
    const parts = inOrder.filter(
      (i) =>
        i.is === null &&
        i.part.kind.section === section &&
        i.state.findings.every((f) => forbids(f, 'reuse') === null),
    );
    if (parts.length === 0) return;
    const keys = parts.map((i) => i.part.key);
    if (send(newEntry(LOOKED, { parts: keys, is: 'reuse', findings: [], text: '' })))
      pick(nextOpen(parts.at(-1)!, new Set(keys)));
  };
  const { found, worked, cleaned, washSection, apart, turn } = partActs(file, inOrder, now, send, setTrouble);
  /** What was measured of a part says, where anything was; null else. */
  const measured = (key: string): Overall | null => {
    const own = judgement.items.filter((f) => partOf(f) === key && f.feature !== 'finding');
    return own.length === 0 ? null : combineVerdicts(own.map(overallOf));
  };
  const last = saidHere(file).at(-1) ?? null;
  return {
    file,
    unit,
    sections,
    inOrder,
    open,
    now,
    asked,
    trouble,
    last,
    measured,
    lastSaid: last ? (timelineOf(file).find((t) => t.id === last.id)?.sentence ?? null) : null,
    say,
    found,
    worked,
    restOf,
    cleaned,
    washSection,
    apart,
    turn,
    send,
    closeAsked: () => {
      ask(null);
      if (now) pick(nextOpen(now, new Set()));
    },
    pick: (key: string) => {
      setTrouble(null);
      ask(null);
      pick(key);
    },
    move: (step: 1 | -1) => {
      if (!now) return;
      const to = inOrder[(inOrder.indexOf(now) + step + inOrder.length) % inOrder.length];
      setTrouble(null);
      ask(null);
      if (to) pick(to.part.key);
    },
    takeBack: () => {
      if (!last) return setTrouble('There is nothing to take back.');
      send(newEntry(TAKE_BACK, { of: last.id }));
      ask(null);
    },
  };
}
export type Clean = ReturnType<typeof useClean>;
export const ANSWERS = DISPOSITION_KEYS;
