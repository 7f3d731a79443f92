import { Link } from 'react-router';
import type { JobRow } from '@tribos/contract';
import { stationPath } from '../kit/stationPath.js';
import { useSettings } from '../kit/settings.js';
import { VerdictMark } from '../ui/index.js';
import { nextText } from '../kit/nextText.js';
import { Promised, Stands } from './Stands.js';

export const jobNumber = (n: number): string => String(n).padStart(4, '0');

/** Jobs as a ruled list: number, engine, what is next and where, what stands, promise. */
export function JobRows({ rows }: { rows: readonly JobRow[] }) {
  const { unit } = useSettings();
  return (
    <ul className="border-t border-ink/60 bg-sheet">
      {rows.map((job) => (
        <li key={job.id} className="border-b border-rule">
          <Link
            to={stationPath(job.id, job.next?.station ?? 'measure')}
            className="grid min-h-14 grid-cols-[3.5rem_minmax(0,1fr)] items-start gap-x-4 px-3 py-2 hover:bg-page md:grid-cols-[3.5rem_minmax(0,1fr)_minmax(0,1.7fr)_8rem]"
          >
            <span className="figure text-soft">{jobNumber(job.number)}</span>
            <span className="min-w-0">
              <span className="block font-semibold">{job.engine}</span>
              <span className="block text-small text-soft">
                {job.customer}
                {job.bench && ` · ${job.bench}`}
              </span>
              {job.complaint && <span className="line-clamp-2 text-small text-soft">{job.complaint}</span>}
            </span>
            <span className="min-w-0 max-md:col-start-2">
              <span className="block leading-snug">{nextText(job, unit)}</span>
              <span className="block text-small text-soft">
                <Stands job={job} />
              </span>
            </span>
            <span className="text-small text-soft max-md:col-start-2 md:text-right">
              <Promised day={job.promised} />
              {job.decided && <span className="block">decided: {job.decided}</span>}
              {!job.decided && job.overall && (
                <span className="flex md:justify-end">
                  <VerdictMark state={job.overall} />
                </span>
              )}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
