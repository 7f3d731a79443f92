import type { JobRow } from '@tribos/contract';
import { stationName } from '../kit/stationPath.js';
import { dayText } from '../ui/index.js';

/** Where a job stands: the station it has reached, since when and by whom; what earlier stations left open. */
export function Stands({ job: { next, waitsSince } }: { job: Pick<JobRow, 'next' | 'waitsSince'> }) {
  if (!next) return null;
  return (
    <>
      <span className="block">
        <span className="font-semibold text-brass">{stationName(next.reached)}</span>
        {next.since && ` since ${dayText(next.since)}`}
        {next.by && `, ${next.by}`}
        {waitsSince && <span className="text-undecided"> · waits since {dayText(waitsSince)}</span>}
      </span>
      {next.left.length > 0 && (
        <span className="block text-small text-soft">
          Left open: {next.left.map((l) => `${stationName(l.station)}, ${l.words}`).join(' · ')}
        </span>
      )}
    </>
  );
}

/** A promise, loud once it is past. */
export function Promised({ day }: { day: string | null }) {
  if (day === null) return <>no promise</>;
  return day < new Date().toISOString().slice(0, 10) ? (
    <strong className="text-beyond">overdue since {dayText(day)}</strong>
  ) : (
    <>promised {dayText(day)}</>
  );
}
