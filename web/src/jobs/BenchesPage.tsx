import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { BenchesView, BenchView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { STATION_NAMES, stationPath } from '../kit/stationPath.js';
import { dayText, Empty, Failed, Loading, Page, RunScale, TextLink, VerdictMark } from '../ui/index.js';
import { Meanwhile } from '../timers/index.js';
import { FirstSteps } from '../shop/index.js';
import { jobNumber, JobRows } from './JobRows.js';
import { nextText } from '../kit/nextText.js';
import { Promised, Stands } from './Stands.js';

/** Home: the engine on each bench, its one next action, and what else waits. */
export function BenchesPage() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.benches,
    queryFn: () => api.get<BenchesView>('/benches'),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the benches" />;
  return (
    <Page title="Benches">
      {(data.benches.length === 0 || !data.has.job) && <FirstSteps benches={data.benches} has={data.has} />}
      <ul className="grid gap-5 md:grid-cols-2 xl:grid-cols-3">
        {data.benches.map((b) => (
          <Bench key={b.name} bench={b} />
        ))}
      </ul>
      <Meanwhile view={data} />
      {data.has.job && (
        <div className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_18rem]">
          <section>
            <h2 className="mb-2 text-lead font-semibold">All that is open, by promise</h2>
            {data.waiting.length > 0 ? (
              <JobRows rows={data.waiting} />
            ) : (
              <Empty>Nothing waits. Every open job is on a bench.</Empty>
            )}
          </section>
          <WaitsForSomebody view={data} />
        </div>
      )}
    </Page>
  );
}

/** Where a station is on the run; at its beginning where nothing is known yet. */
const RUN = Object.keys(STATION_NAMES);
const placeOf = (station: string | undefined): number => Math.max(0, RUN.indexOf(station ?? ''));

function Bench({ bench: { name, job } }: { bench: BenchView }) {
  const { unit } = useSettings();
  if (job === null)
    return (
      <li className="bg-sheet">
        <RunScale at={0} of={RUN.length} />
        <div className="grid gap-2 px-4 pt-1 pb-4">
          <h2 className="text-small text-soft">{name}</h2>
          <Empty>
            <p>
              Free. Put a job here under its details, or <TextLink to="/jobs?new=1">open a new one</TextLink>.
            </p>
          </Empty>
        </div>
      </li>
    );
  return (
    <li className="flex flex-col bg-sheet">
      <RunScale at={placeOf(job.next?.reached)} of={RUN.length} />
      <div className="flex flex-1 flex-col gap-2 px-4 pt-1 pb-4">
        <h2 className="flex min-h-6 items-center gap-2 text-small text-soft">
          {name}
          <span className="ml-auto">
            {job.decided ? (
              `decided: ${job.decided}`
            ) : (
              <span className="flex items-center gap-2">
                <span className="figure">
                  {job.read} of {job.planned} read
                </span>
                <VerdictMark state={job.overall ?? 'waiting'} />
              </span>
            )}
          </span>
        </h2>
        <div>
          <p className="text-title leading-tight font-semibold">
            <Link className="inline-flex min-h-11 items-center" to={`/jobs/${job.id}`}>
              {job.engine}
            </Link>
          </p>
          <p className="text-soft">
            <span className="figure">{jobNumber(job.number)}</span> · {job.customer}
            {' · '}
            <Promised day={job.promised} />
          </p>
        </div>
        <div className="text-soft">
          <Stands job={job} />
        </div>
        <Link
          to={stationPath(job.id, job.next?.station ?? 'measure')}
          className="mt-auto block rounded-edge bg-brass px-4 py-3 text-lead leading-snug font-semibold text-on-brass"
        >
          {nextText(job, unit)}
        </Link>
      </div>
    </li>
  );
}

/** Who waits for whom: firms, gauges, sheets, verdicts that moved. */
function WaitsForSomebody({ view: { out, gaugesDue, moved, limitsUnchecked } }: { view: BenchesView }) {
  const today = new Date().toISOString().slice(0, 10);
  const isQuiet = out.length + gaugesDue.length + moved.length + limitsUnchecked === 0;
  return (
    <section className="grid content-start gap-1.5">
      <h2 className="text-lead font-semibold">Waits for somebody</h2>
      {out.map((o) => (
        <p key={o.id}>
          <TextLink to={stationPath(o.jobId, 'outside')} className="px-0!">
            {jobNumber(o.number)} {o.machine}
          </TextLink>
          <br />
          <span className="font-semibold">{o.firm}</span>, {o.work}:{' '}
          <span
            className={
              o.due !== null && o.due < today && o.outSince !== null
                ? 'font-semibold text-beyond'
                : o.outSince === null
                  ? 'font-semibold text-brass'
                  : ''
            }
          >
            {o.says}
            {o.due !== null && o.due < today && o.outSince !== null && ', late'}
          </span>
          <span className="text-soft">
            {[o.outSince && ` since ${dayText(o.outSince)}`, o.due && ` due ${dayText(o.due)}`]
              .filter(Boolean)
              .join(',')}
          </span>
        </p>
      ))}
      {gaugesDue.map((g) => (
        <p key={g.id}>
          <TextLink to="/gauges">{g.name}</TextLink>: calibration{' '}
          {g.overdue ? (
            <strong className="text-beyond">overdue since {dayText(g.calibrationDue)}</strong>
          ) : (
            `due ${dayText(g.calibrationDue)}`
          )}
        </p>
      ))}
      {moved.map((j) => (
        <p key={j.id}>
          <TextLink to={`/jobs/${j.id}`}>
            {jobNumber(j.number)} {j.engine}
          </TextLink>
          : verdicts moved by a changed sheet, gauge or rule
        </p>
      ))}
      {limitsUnchecked > 0 && (
        <p>
          <TextLink to="/engines">
            {limitsUnchecked} {limitsUnchecked === 1 ? 'limit' : 'limits'}
          </TextLink>{' '}
          typed by one person, unchecked
        </p>
      )}
      {isQuiet && <p className="text-soft">Nobody. Gauges in date, limits checked, nothing out.</p>}
    </section>
  );
}
