import { fact, type JobFile } from '../job/index.js';
import { effectiveSteps } from './effective.js';
import { jobLedger } from './openCrank.js';
import { stripLog } from './standing.js';
import { TRAY } from './stripEntries.js';

/** A tray of a job: it belongs to that job alone, whatever shelf it stands on. */
export interface Tray {
  readonly number: number;
  readonly name: string;
  /** Shelf it stands on; empty where nobody said. */
  readonly place: string;
  /** Steps whose parts went into it. */
  readonly steps: readonly string[];
  /** What of it is not back yet. */
  readonly holds: readonly { readonly name: string; readonly count: number }[];
}

/** Trays of a job by number. */
export const traysOf = fact('traysOf', (file): readonly Tray[] => {
  const log = stripLog(file);
  const said = log.filter(TRAY.is);
  const steps = effectiveSteps(log).filter((s) => s.is === 'off' && s.tray !== null);
  const ledger = jobLedger(file);
  const numbers = new Set([
    ...said.map((t) => t.number),
    ...steps.map((s) => s.tray!),
    ...ledger.flatMap((l) => l.trays),
  ]);
  return [...numbers]
    .sort((a, b) => a - b)
    .map((number) => {
      const mine = said.findLast((t) => t.number === number);
      const names = steps.filter((s) => s.tray === number).map((s) => s.done.name);
      return {
        number,
        name: mine?.name.trim() || (names[0]?.split(/[,:]/u)[0] ?? ''),
        place: mine?.place ?? '',
        steps: names,
        holds: ledger
          .filter((l) => l.trays.includes(number) && l.open > 0)
          .map((l) => ({ name: l.name, count: l.open })),
      };
    });
});

/** The tray things go into now: the last one used; null before the first. */
export const trayAtHand = (file: JobFile): number | null => {
  const log = stripLog(file);
  return log.findLast(TRAY.is)?.number ?? effectiveSteps(log).findLast((s) => s.tray !== null)?.tray ?? null;
};

/** What a tray’s label says: `0042-3`. */
export const trayCode = (job: { readonly number: number }, tray: number): string =>
  `${String(job.number).padStart(4, '0')}-${tray}`;
