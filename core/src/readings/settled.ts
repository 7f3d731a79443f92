import { lastBefore, standingDecision, type JobFile } from '../job/index.js';
import { ledgerOf } from '../ledger/index.js';
import { takenIn, isOfCylinder, WORK, workOf, isDoneOn } from '../cylinder/index.js';

import { cylinderOf, type Figure } from '../verdicts/index.js';

/** Since which entry of the log a decision stands: those from here on came after it; null where nothing is decided. */
function decidedSince(file: JobFile): number | null {
  const decision = standingDecision(file);
  return decision === null ? null : lastBefore(file.log, decision.at) + 1;
}

/** Whether anything of a cylinder, its rings apart, was read since the decision. */
const readSince = (file: JobFile, since: number, cylinder: number): boolean => {
  const { at } = ledgerOf(file.log);
  return takenIn(file.log).some(
    (e) =>
      isOfCylinder(e.station) &&
      e.station.cylinder === cylinder &&
      e.station.part !== 'ring-gap' &&
      at(e.id) >= since,
  );
};

/**
 * Whether nobody is asked about a figure any more: a decision was taken on what was known of its cylinder, and nothing of
 * it was read since. It stays as what is undecided.
 */
export function isSettled(file: JobFile, figure: Pick<Figure, 'subject'>): boolean {
  const since = decidedSince(file);
  const cylinder = cylinderOf(figure);
  return since !== null && cylinder !== null && !readSince(file, since, cylinder);
}

/**
 * Whether places of a wall that are not read are not asked for any more: they were passed over by the decision, and no work
 * has made the wall another since.
 */
export function isWallSettled(file: JobFile, cylinder: number): boolean {
  const since = decidedSince(file);
  return (
    since !== null &&
    !workOf(file.log).some(
      (w) => w.at >= since && isDoneOn(w.entry, cylinder) && WORK[w.entry.what].reopens.includes('bore'),
    )
  );
}
