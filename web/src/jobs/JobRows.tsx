import { Link } from 'react-router';
import type { JobRow } from '@tribos/contract';
import { stationPath } from '../kit/stationPath.js';
import { dayText, VerdictMark } from '../ui/index.js';

export const jobNumber = (n: number): string => String(n).padStart(4, '0');

/** Jobs as a ruled list: number, engine, customer, what stands, promise. */
export function JobRows({ rows }: { rows: readonly JobRow[] }) {
  return (
    <ul className="border-t border-ink/60 bg-sheet">
      {rows.map((job) => (
        <li key={job.id} className="border-b border-rule">
          <Link
            to={stationPath(job.id, job.decided ? 'decide' : 'measure')}
            className="grid min-h-14 grid-cols-[3.5rem_minmax(0,1fr)_auto] items-center gap-x-4 px-3 py-1.5 hover:bg-page sm:grid-cols-[3.5rem_minmax(0,1fr)_10.5rem_10rem]"
          >
            <span className="figure text-soft">{jobNumber(job.number)}</span>
            <span className="min-w-0">
              <span className="block truncate font-semibold">{job.engine}</span>
              <span className="block truncate text-soft">
                {job.customer}
                {job.complaint && ` · ${job.complaint}`}
              </span>
            </span>
            <span>
              {job.decided ? (
                // Once decided, what was decided is the state: a verdict beside it would contradict it.
                <span className="font-semibold">
                  <span aria-hidden="true">✓ </span>decided
                </span>
              ) : (
                <VerdictMark state={job.overall ?? 'waiting'} />
              )}
              <span className="figure block text-small text-soft">
                {job.read} of {job.planned}
              </span>
            </span>
            <span className="hidden text-right text-small text-soft sm:block">
              {job.decided ? job.decided : job.promised ? `promised ${dayText(job.promised)}` : 'no promise'}
              {job.bench && <span className="block truncate">{job.bench}</span>}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
