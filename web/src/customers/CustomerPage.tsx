import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { CustomerNow, JobNow } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { stationPath } from '../kit/stationPath.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Traces } from './Traces.js';
import {
  Button,
  dayText,
  Empty,
  Failed,
  FileLink,
  Loading,
  Page,
  TextLink,
  VerdictMark,
} from '../ui/index.js';

/** The customer rings: where it stands, why, until when, what was agreed, on one screen. */
export function CustomerPage() {
  const { id = '' } = useParams();
  const manages = useMay('manage-people');
  const [asking, setAsking] = useState(false);
  const { data, error, refetch } = useQuery({
    queryKey: keys.customer(id),
    queryFn: () => api.get<CustomerNow>(`/customers/${id}`),
    staleTime: 0,
  });
  const erase = useSave(() => api.post<CustomerNow>(`/customers/${id}/erased`, {}), {
    topic: 'jobs',
    id: '',
    view: keys.customer(id),
    done: () => setAsking(false),
  });
  if (!data)
    return error ? <Failed error={error} retry={() => void refetch()} /> : <Loading what="the customer" />;
  const { customer, jobs, arrivals } = data;
  const open = jobs.filter((j) => j.bench !== null || j.decided === null);
  const rest = jobs.filter((j) => !open.includes(j));
  return (
    <Page
      title={customer.name}
      sub={
        customer.erasedOn ? (
          `Erased ${dayText(customer.erasedOn)}: the engineering record is kept without the person.`
        ) : customer.phone ? (
          <a className="figure text-blue underline underline-offset-4" href={`tel:${customer.phone}`}>
            {customer.phone}
          </a>
        ) : (
          'no phone number on file'
        )
      }
    >
      {open.length === 0 && arrivals.length === 0 && <Empty>Nothing of theirs is here now.</Empty>}
      <ul className="grid gap-4 md:grid-cols-2">
        {arrivals.map((a) => (
          <li key={a.id} className="bg-sheet p-4">
            <TextLink to={`/jobs/${a.id}`} className="text-title font-semibold">
              {a.machine || 'Came in'}
            </TextLink>
            <p>
              Came in {dayText(a.at.slice(0, 10))}. Which engine it is, is not known yet: nothing was opened.
            </p>
          </li>
        ))}
        {open.map((j) => (
          <OpenJob key={j.id} job={j} />
        ))}
      </ul>
      {rest.length > 0 && (
        <section>
          <h2 className="mb-2 font-semibold">Before</h2>
          <ul className="border-t border-ink/60 bg-sheet">
            {rest.map((j) => (
              <li key={j.id} className="border-b border-rule">
                <Link to={`/jobs/${j.id}`} className="flex min-h-12 flex-wrap items-center gap-x-4 px-3">
                  <span className="figure text-soft">{String(j.number).padStart(4, '0')}</span>
                  <span className="font-semibold">{j.engine}</span>
                  <span className="text-soft">
                    opened {dayText(j.opened)} · {j.decided}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      {manages && !customer.erasedOn && (
        <section className="flex flex-wrap items-center gap-3 text-small text-soft" aria-label="Their data">
          <FileLink href={`/api/customers/${id}/file`}>Everything of theirs, as a file</FileLink>
          {asking ? (
            <>
              <Traces id={id} />
              <Button onClick={() => erase.mutate(undefined)}>Erase {customer.name}</Button>
              <Button look="quiet" onClick={() => setAsking(false)}>
                Leave it
              </Button>
            </>
          ) : (
            <Button look="quiet" onClick={() => setAsking(true)}>
              Erase the person
            </Button>
          )}
          {erase.isError && (
            <span role="alert" className="text-beyond">
              {erase.error.message}
            </span>
          )}
        </section>
      )}
    </Page>
  );
}

/** Since when something waits, at whatever station it does. */
const waitingSince = (job: JobNow): string | null =>
  Object.values(job.marks ?? {}).find((m) => m.waits)?.waits ?? null;

function OpenJob({ job }: { job: JobNow }) {
  const { unit } = useSettings();
  const waits = waitingSince(job);
  return (
    <li className="grid content-start gap-2 bg-sheet p-4">
      <p className="flex items-center justify-between gap-3">
        <Link to={`/jobs/${job.id}`} className="inline-flex min-h-11 items-center text-title font-semibold">
          {job.engine}
        </Link>
        <span className="figure text-soft">{String(job.number).padStart(4, '0')}</span>
      </p>
      <dl className="grid grid-cols-[8rem_1fr] gap-y-1">
        <dt className="text-soft">where it stands</dt>
        <dd>
          {job.bench ? `on the ${job.bench}` : 'on the shelf'}, since {dayText(job.opened)}
        </dd>
        <dt className="text-soft">what was found</dt>
        <dd className="flex flex-wrap items-center gap-2">
          <VerdictMark state={job.overall ?? 'waiting'} />
          <span className="figure text-small text-soft">
            {job.read} of {job.planned} read
          </span>
        </dd>
        <dt className="text-soft">why</dt>
        <dd>{job.complaint || 'nothing was said'}</dd>
        <dt className="text-soft">what was agreed</dt>
        <dd>{job.decided ?? 'nothing decided yet'}</dd>
        {waits && (
          <>
            <dt className="text-soft">waits</dt>
            <dd className="font-semibold text-undecided">since {dayText(waits)}</dd>
          </>
        )}
        <dt className="text-soft">until when</dt>
        <dd className="text-lead font-semibold">
          {job.promised ? `promised ${dayText(job.promised)}` : 'no promise given'}
        </dd>
      </dl>
      {job.next && (
        <Link
          to={stationPath(job.id, job.next.station)}
          className="rounded-edge border-l-4 border-brass bg-page px-3 py-2"
        >
          <span className="text-small text-soft">Next: </span>
          {job.next[unit]}
        </Link>
      )}
    </li>
  );
}
