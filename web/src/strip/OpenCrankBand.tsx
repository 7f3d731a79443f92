import { openCrank, type JobFile, type LedgerLine } from '@tribos/core';

const said = (lines: readonly LedgerLine[]): string =>
  lines.map((l) => `${l.inside ? l.open : l.open - l.inTray} ${l.name}`).join(', ');

/** On every station while anything has a way down to the crank: what is inside, what lies loose near it. */
export function OpenCrankBand({ file }: { file: JobFile }) {
  const { ways, inside, loose, closedInVain, later } = openCrank(file);
  if (ways.length === 0 && later.length === 0) return null;
  return (
    <section
      aria-label="Open crank"
      className="no-print mx-5 mb-2 flex flex-wrap items-baseline gap-x-5 border-2 border-brass bg-sheet px-3 py-1"
    >
      {ways.length > 0 && (
        <p>
          <strong className="text-brass">Open to the crank:</strong> {ways.join(', ')}
        </p>
      )}
      {inside.length > 0 && (
        <p>
          <strong>inside</strong> {said(inside)}
        </p>
      )}
      {loose.length > 0 && (
        <p className="text-undecided">
          <strong>off and in no tray</strong> {said(loose)}
        </p>
      )}
      {later.length > 0 && (
        <p className="text-undecided">
          <strong>still to be fitted</strong> {later.map((l) => `${l.gone.later} ${l.name}`).join(', ')}
        </p>
      )}
      {closedInVain.length > 0 && (
        <p className="font-semibold text-beyond">
          Written down as closed over parts that are not accounted for: {closedInVain.join(', ')}
        </p>
      )}
    </section>
  );
}
