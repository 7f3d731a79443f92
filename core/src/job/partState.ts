import { ledgerOf } from '../ledger/index.js';
import {
  isDoneOn,
  PART_FINDING,
  PART_FINDINGS,
  PART_WORK,
  workOf,
  type PartFindingEntry,
  type PartWorkEntry,
} from '../cylinder/index.js';

import { fact } from './fact.js';
import { pistonSince } from './fitted.js';

/** What was found on a part that is still in the engine, and what was done to it last. */
export interface PartState {
  /** Findings that stand, oldest first: none of one that was there before it was renewed. */
  readonly findings: readonly PartFindingEntry[];
  /** What was done to it last; null where nothing was. */
  readonly work: PartWorkEntry | null;
  /** It is not the one that came in. */
  readonly renewed: boolean;
  /** The finding that ends it; null while none does. */
  readonly ended: PartFindingEntry | null;
  /** The finding that has to be worked on first, and was not since; null while none has. */
  readonly toWork: PartFindingEntry | null;
}

/**
 * Findings and work on each part of the engine, by its name in the list of parts. What was found on a part that was
 * renewed since was found on another, whichever way that was said: of cylinder, piston and rings the work on them says
 * it, of every other part its own. What only wanted work is done with by work after it, what ends a part is not.
 */
export const partStates = fact('partStates', (file): ReadonlyMap<string, PartState> => {
  const found = new Map<
    string,
    { findings: PartFindingEntry[]; work: PartWorkEntry | null; renewed: boolean }
  >();
  const since = new Map<string, number>();
  file.engine.cylinders.forEach((_, at) => {
    const works = workOf(file.log).filter(({ entry }) => isDoneOn(entry, at));
    const last = (what: string) => works.findLast((w) => w.entry.what === what)?.at ?? -1;
    const piston = pistonSince(file, at);
    since.set(`piston:${at}`, piston);
    // A kit brings its pin; its rings may be renewed alone.
    since.set(`pin:${at}`, piston);
    since.set(`rings:${at}`, Math.max(piston, last('rings-renewed')));
    since.set(`cylinder:${at}`, last('exchanged'));
  });
  const of = (key: string) => {
    const known = found.get(key) ?? { findings: [], work: null, renewed: false };
    found.set(key, known);
    return known;
  };
  for (const [key, at] of since) if (at >= 0) of(key).renewed = true;
  const ledger = ledgerOf(file.log);
  for (const e of ledger.standing([PART_FINDING.kind, PART_WORK.kind])) {
    const at = ledger.at(e.id);
    if (PART_FINDING.is(e) && at > (since.get(e.of) ?? -1)) of(e.of).findings.push(e);
    if (PART_WORK.is(e)) {
      const part = of(e.of);
      part.work = e;
      if (e.what === 'renewed') part.renewed = true;
      part.findings = part.findings.filter(
        (f) => e.what !== 'renewed' && PART_FINDINGS[f.what].says === 'ends',
      );
    }
  }
  return new Map(
    [...found].map(([key, part]): [string, PartState] => [
      key,
      {
        ...part,
        ended: part.findings.find((f) => PART_FINDINGS[f.what].says === 'ends') ?? null,
        toWork: part.findings.find((f) => PART_FINDINGS[f.what].says === 'work') ?? null,
      },
    ]),
  );
});

const NOTHING: PartState = { findings: [], work: null, renewed: false, ended: null, toWork: null };

/** What stands on one part. */
export const partState = (file: Parameters<typeof partStates>[0], key: string): PartState =>
  partStates(file).get(key) ?? NOTHING;
