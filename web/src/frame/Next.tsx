import type { ReactNode } from 'react';
import { useJobContext, useStationId } from '../job/index.js';
import { stationName, stationPath } from '../kit/stationPath.js';
import { TextLink } from '../ui/index.js';

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

/** Where the whole job waits, while another station is open. */
export function JobWaits() {
  const { file, judgement, unit } = useJobContext();
  const here = useStationId();
  const { next } = judgement;
  if (next.station === here) return null;
  return (
    <p className="no-print mt-1 text-small text-soft">
      The job: <TextLink to={stationPath(file.job.id, next.station)}>{stationName(next.station)}</TextLink>
      {' · '}
      {next.sentence(unit)}
    </p>
  );
}
