import { standingIn, type AnyEntry } from '../ledger/index.js';
import { fact, partState, partStates, type JobFile, type PartState } from '../job/index.js';
import { CLEANING_KEYS, type CleaningKind } from './cleaning.js';
import {
  BOTTOM_END,
  CLEANED,
  DEBRIS,
  forbids,
  INSPECT_KINDS,
  LAID_OUT,
  LOOKED,
  type Disposition,
  type Looked,
} from './inspectEntries.js';
import { partsOf, partsOnBench, type EnginePart } from './partList.js';

/** Entries of this room that stand, in order. */
export const inspectLog = (file: JobFile): readonly AnyEntry[] => standingIn(file.log, INSPECT_KINDS);

/** What is known of one part on the bench. */
export interface Inspected {
  readonly part: EnginePart;
  /** What was said of it last; null while nobody looked. */
  readonly said: Looked | null;
  /** What becomes of it: what was said, unless a finding or a rule says otherwise; null while nobody knows. */
  readonly is: Disposition | null;
  /** Why it is not what was said; null where it is. */
  readonly instead: string | null;
  readonly state: PartState;
}

/**
 * Every part on the bench and what becomes of it. A finding that ends a part is stronger than whatever was said of it,
 * before or after; one that wants work first does not let it be used again as it is.
 */
export const inspected = fact('inspected', (file: JobFile): readonly Inspected[] => {
  const looks = inspectLog(file).filter(LOOKED.is);
  const last = new Map(looks.flatMap((l) => l.parts.map((key) => [key, l] as const)));
  const bench = new Set(partsOnBench(file).map((p) => p.key));
  // What something was found on, or said of, is looked at wherever it is: a crack seen in the frame is a crack.
  const seen = partsOf(file.engine).filter(
    (p) => bench.has(p.key) || last.has(p.key) || partStates(file).has(p.key),
  );
  return seen.map((part): Inspected => {
    const state = partState(file, part.key);
    const said = last.get(part.key) ?? null;
    const of = { part, said, state };
    if (state.renewed && state.ended === null) return { ...of, is: 'reuse', instead: null };
    if (part.kind.always)
      return {
        ...of,
        is: 'replace',
        instead: said && said.is !== 'replace' ? 'Renewed each time, whatever it looks like.' : null,
      };
    const { ended, toWork } = state;
    if (ended)
      return {
        ...of,
        is: 'replace',
        instead: said && said.is !== 'replace' ? forbids(ended, 'reuse') : null,
      };
    if (toWork && said?.is === 'reuse') return { ...of, is: 'rework', instead: forbids(toWork, 'reuse') };
    return { ...of, is: said?.is ?? null, instead: null };
  });
});

/** Parts of which it is not known yet what becomes of them. */
export const notLookedAt = (file: JobFile): readonly Inspected[] =>
  inspected(file).filter((i) => i.is === null);

/** Parts that are measured to decide, by their key. */
export const toMeasure = fact(
  'toMeasure',
  (file): ReadonlySet<string> =>
    new Set(inspected(file).flatMap((i) => (i.is === 'measure' ? [i.part.key] : []))),
);

/** Whether somebody has begun to look at the parts. */
export const inspectBegun = (file: JobFile): boolean => inspectLog(file).length > 0;

export const debrisOf = (file: JobFile) => inspectLog(file).filter(DEBRIS.is);
export const laidOut = (file: JobFile) => inspectLog(file).findLast(LAID_OUT.is) ?? null;
export const bottomEndSaid = (file: JobFile) => inspectLog(file).findLast(BOTTOM_END.is) ?? null;

/** How a part was cleaned, every way once, in the order it was done. */
export const cleanedWith = (file: JobFile, key: string): readonly CleaningKind[] => [
  ...new Set(
    inspectLog(file)
      .filter(CLEANED.is)
      .flatMap((c) => (c.parts.includes(key) ? [c.how] : [])),
  ),
];

/** Ways that were used, each with the parts it was used on. */
export const cleanedWays = (file: JobFile): readonly (readonly [CleaningKind, readonly string[]])[] =>
  CLEANING_KEYS.flatMap((how) => {
    const keys = inspectLog(file)
      .filter(CLEANED.is)
      .flatMap((c) => (c.how === how ? c.parts : []));
    return keys.length === 0 ? [] : [[how, [...new Set(keys)]] as const];
  });
