import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { BenchesView, BenchView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { stationPath } from '../kit/stationPath.js';
import { dayText, Empty, Failed, Loading, Page, ScribedScale, TextLink, VerdictMark } from '../ui/index.js';
import { OutRows } from '../firms/index.js';
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
        <div className="grid gap-6 lg:grid-cols-[1fr_18rem]">
          <section>
            <h2 className="mb-2 font-semibold">On the shelf</h2>
            {data.waiting.length > 0 ? (
              <JobRows rows={data.waiting} />
            ) : (
              <Empty>Nothing waits. Every open job is on a bench.</Empty>
            )}
            {data.out.length > 0 && (
              <>
                <h2 className="mt-5 mb-2 font-semibold">Out</h2>
                <OutRows rows={data.out} />
              </>
            )}
          </section>
          <section className="grid content-start gap-2">
            <h2 className="font-semibold">To see to</h2>
            {data.gaugesDue.map((g) => (
              <p key={g.id}>
                <TextLink to="/gauges">{g.name}</TextLink>: calibration{' '}
                {g.overdue ? (
                  <strong className="text-beyond">overdue since {dayText(g.calibrationDue)}</strong>
                ) : (
                  `due ${dayText(g.calibrationDue)}`
                )}
              </p>
            ))}
            {data.moved.map((j) => (
              <p key={j.id}>
                <TextLink to={`/jobs/${j.id}`}>
                  {jobNumber(j.number)} {j.engine}
                </TextLink>
                : verdicts moved by a changed sheet, gauge or rule
              </p>
            ))}
            {data.limitsUnchecked > 0 && (
              <p>
                <TextLink to="/engines">
                  {data.limitsUnchecked} {data.limitsUnchecked === 1 ? 'limit' : 'limits'}
                </TextLink>{' '}
                typed by one person, unchecked
              </p>
            )}
            {data.gaugesDue.length === 0 && data.limitsUnchecked === 0 && data.moved.length === 0 && (
              <p className="text-soft">Gauges in date, limits checked.</p>
            )}
          </section>
        </div>
      )}
    </Page>
  );
}

function Bench({ bench: { name, job } }: { bench: BenchView }) {
  const { unit } = useSettings();
  return (
    <li className="flex flex-col bg-sheet">
      <ScribedScale />
      <div className="flex flex-1 flex-col gap-3 px-4 pt-2 pb-4">
        <h2 className="text-small text-soft">{name}</h2>
        {job === null ? (
          <Empty>
            <p>Free.</p>
            <p>
              Put a job here under its details, or <TextLink to="/jobs?new=1">open a new one</TextLink>.
            </p>
          </Empty>
        ) : (
          <>
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
              <p className="mt-1 text-soft">
                <Stands job={job} />
              </p>
              {job.decided ? (
                <p className="mt-1 text-soft">Decided: {job.decided}</p>
              ) : (
                <p className="mt-1 flex items-center gap-3">
                  <VerdictMark state={job.overall ?? 'waiting'} />
                  <span className="figure text-small text-soft">
                    {job.read} of {job.planned} read
                  </span>
                </p>
              )}
            </div>
            <Link
              to={stationPath(job.id, job.next?.station ?? 'measure')}
              className="mt-auto block rounded-edge bg-brass px-4 py-3 text-lead leading-snug font-semibold text-on-brass"
            >
              {nextText(job, unit)}
            </Link>
          </>
        )}
      </div>
    </li>
  );
}
