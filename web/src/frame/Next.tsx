import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { nextHere, useJobContext, useStationId } from '../job/index.js';
import { stationName, stationPath } from '../kit/stationPath.js';

/** The one thing to do here, the loudest thing on the screen; under it, small, where the job waits meanwhile. */
export function Next({ says, children }: { says: ReactNode; children?: ReactNode }) {
  return (
    <section aria-live="polite" aria-label="Next" className="border-l-5 border-brass bg-sheet px-4 py-2.5">
      <h2 className="text-small font-semibold text-brass">Next, here</h2>
      <div className="text-lead leading-snug">{says}</div>
      <div className="no-print mt-2 flex flex-wrap gap-2 empty:hidden">{children}</div>
    </section>
  );
}

/**
 * Where the whole job waits, while another station is open: quiet as long as something is left to do here, and the way on
 * once nothing is.
 */
export function JobWaits() {
  const { file, judgement, unit } = useJobContext();
  const here = useStationId();
  const { next } = judgement;
  if (next.station === here) return null;
  const name = stationName(next.station);
  const isLoud = nextHere(judgement, here) === null && next.kind !== 'rest';
  return (
    <Link
      to={stationPath(file.job.id, next.station)}
      className={`no-print mt-1 block min-h-11 content-center py-1.5 leading-snug ${isLoud ? 'bg-brass px-4 text-on-brass' : 'text-small text-soft'}`}
    >
      <span className={isLoud ? 'font-semibold' : 'text-blue underline underline-offset-4'}>
        {isLoud ? `On to ${name}` : `The job waits at ${name}`}
      </span>
      : {next.sentence(unit)}
    </Link>
  );
}
