import { fact, partState, type JobFile } from '../job/index.js';
import type { PartNeeded, Step } from '../verdicts/index.js';
import { assemblyOf, comesApart, type Assembly } from './assemblies.js';
import { inspectLog } from './inspected.js';
import { APART, type Apart } from './inspectEntries.js';
import { partsOf, type EnginePart } from './partList.js';

/** A part that was taken apart, and whether it is together again. */
export interface TakenApart {
  readonly part: EnginePart;
  readonly assembly: Assembly | null;
  readonly apart: Apart;
  /** Said when it went together; null while it lies apart. */
  readonly together: Apart | null;
}

/** Every part taken apart by itself on this job, as it stands; one that was renewed since is whole. */
export const takenApart = fact('takenApart', (file: JobFile): readonly TakenApart[] => {
  const last = new Map<string, { apart: Apart; together: Apart | null }>();
  for (const e of inspectLog(file).filter(APART.is)) {
    const open = last.get(e.of);
    if (e.is === 'apart') last.set(e.of, { apart: e, together: null });
    else if (open) last.set(e.of, { ...open, together: e });
  }
  return partsOf(file.engine).flatMap((part): TakenApart[] => {
    const of = last.get(part.key);
    const { renewed } = partState(file, part.key);
    if (!of || !comesApart(part) || renewed) return [];
    return [{ part, assembly: assemblyOf(file.engine, part), ...of }];
  });
});

/** Whether a part lies in pieces. */
export const liesApart = (file: JobFile, key: string): boolean =>
  takenApart(file).some((t) => t.part.key === key && t.together === null);

/** What is renewed in everything that was apart. */
export const piecesToGet = (file: JobFile): PartNeeded[] =>
  takenApart(file).flatMap(({ part, assembly, apart, together }) =>
    together?.seals === 'new'
      ? []
      : (assembly?.pieces ?? [])
          .filter((p) => p.renewed)
          .map((p) => ({
            key: `piece:${part.key}:${p.name}`,
            name: `${part.name}: ${p.name}`,
            count: p.count,
            why: 'renewed whenever it was apart',
            by: apart.id,
          })),
  );

/** One step for everything that was taken apart: together again. */
export const apartSteps = (file: JobFile): Step[] =>
  takenApart(file).map(({ part, assembly, together }) => ({
    key: `apart:${part.key}`,
    done: together?.id ?? null,
    excused: null,
    sentence: () =>
      together
        ? `The ${part.name} is together again${together.seals === 'old' ? ', with its old seals' : ''}.`
        : `The ${part.name} lies apart${assembly ? `: ${assembly.pieces.reduce((n, p) => n + p.count, 0)} pieces to count in` : ''}.`,
  }));
