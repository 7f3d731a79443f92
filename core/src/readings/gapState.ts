import { isOfCylinder, standingLeaves, type LeafEntry } from '../cylinder/index.js';
import { calibrationOverdue, instrumentOf, leafBracket } from '../gauges/index.js';
import { fact, pistonSince, placeKindOf, type JobFile } from '../job/index.js';
import { ledgerOf, placeKey, takenAt } from '../ledger/index.js';
import { groupBy } from '../statistics/index.js';
import type { GapState } from './readingsState.js';
import { putAside } from './stand.js';

/** Tries that still bound a gap: once it was widened, what did not go before says nothing any more. */
export function standingTries(file: JobFile, tries: readonly LeafEntry[]): readonly LeafEntry[] {
  const station = tries[0]!.station;
  const widened = placeKindOf(file, station).widenedBy;
  if (!widened) return tries;
  const ledger = ledgerOf(file.log);
  const last = ledger.standing(widened.kinds).findLast((e) => widened.by(station, e, file.engine));
  if (!last) return tries;
  return tries.filter((t) => t.answer === 'goes' || ledger.at(t.id) > ledger.at(last.id));
}

/** Whether a leaf was tried with the part that is fitted now, where its place goes with the piston. */
function isOfFitted(file: JobFile, { id, station }: LeafEntry): boolean {
  if (placeKindOf(file, station).ofPiston !== true || !isOfCylinder(station)) return true;
  const since = pistonSince(file, station.cylinder);
  return since < 0 || ledgerOf(file.log).at(id) > since;
}

/** Leaves that count, by the gap they were tried in. */
export const triesByGap = fact('triesByGap', (file): ReadonlyMap<string, readonly LeafEntry[]> => {
  const aside = putAside(file);
  return groupBy(
    standingLeaves(file.log).filter((l) => !aside.has(l.id) && isOfFitted(file, l)),
    (l) => placeKey(l.station),
  );
});

/** What the leaves tried in one gap leave between them; null where none counts. */
export const gapState = fact('gap', (file, key: string): GapState | null => {
  const tries = triesByGap(file).get(key);
  if (!tries) return null;
  const used = tries.map((t) => ({ of: instrumentOf(file, t.instrumentId), at: takenAt(t) }));
  return {
    station: tries[0]!.station,
    key,
    tries,
    bracket: leafBracket(standingTries(file, tries)),
    tolerance: Math.max(...used.map((u) => u.of.maxError * (calibrationOverdue(u.of, u.at) ? 2 : 1))),
    overdue: used.some((u) => calibrationOverdue(u.of, u.at)),
  };
});

/** What the leaves tried in every gap leave. */
export const gapsRead = fact(
  'gaps',
  (file): ReadonlyMap<string, GapState> =>
    new Map([...triesByGap(file).keys()].map((key) => [key, gapState(file, key)!] as const)),
);

/** The same of one cylinder. */
export const gapsOn = fact(
  'gaps on a cylinder',
  (file, cylinder: number): ReadonlyMap<string, GapState> =>
    new Map([...gapsRead(file)].filter(([, { station: s }]) => isOfCylinder(s) && s.cylinder === cylinder)),
);
