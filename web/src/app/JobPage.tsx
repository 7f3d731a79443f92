import { useJob, useStationId, type JobContext } from '../job/index.js';
import { EditJobSheet } from '../jobs/index.js';
import { toggleGlance, useSettings } from '../kit/settings.js';
import { FIRST_STATION, stationName, stationPath } from '../kit/stationPath.js';
import { ApiError } from '../kit/api.js';
import { presses } from '../kit/useEvents.js';
import { useMay } from '../people/index.js';
import { pressed } from '../phone/index.js';
import { OpenCrankBand } from '../strip/index.js';
import { PinSheet, Tricks } from '../tricks/index.js';
import {
  Button,
  dayText,
  Failed,
  FileLink,
  Loading,
  ScribedScale,
  TextLink,
  VerdictMark,
} from '../ui/index.js';
import { Moved } from './Moved.js';
import { STATIONS } from './stations.js';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet, useParams } from 'react-router';
import { importerOf, type StationMark } from '@tribos/core';

const PhoneCodeSheet = lazy(async () => ({
  default: (await import('../phone/PhoneCodeSheet.js')).PhoneCodeSheet,
}));
const ArrivalPage = lazy(async () => ({ default: (await import('../intake/index.js')).ArrivalPage }));

const WALLS = { 'iron-sleeve': 'iron sleeves', plated: 'plated', chrome: 'hard chrome' } as const;

export function JobPage() {
  const { id = '' } = useParams();
  const { query, context } = useJob(id);
  if (context) return <Job key={id} context={context} />;
  // What came in and is no job yet has an id, a number and photos all the same.
  if (query.error instanceof ApiError && query.error.status === 404)
    return (
      <Suspense fallback={<Loading what="what came in" />}>
        <ArrivalPage id={id} />
      </Suspense>
    );
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return <Loading what="the job" />;
}

function Job({ context }: { context: JobContext }) {
  const { file, judgement, unit } = context;
  const { job, engine } = file;
  const importedBy = importerOf(file);
  const [editing, setEditing] = useState(false);
  const [open, setOpen] = useState<'pin' | 'phone' | null>(null);
  const station = useStationId();
  const mayMeasure = useMay('measure');
  useEffect(() => presses.listen(pressed), []);
  const { glance } = useSettings();
  const mayEdit = useMay('edit-job');
  // Marks the moment the figures stand on the screen, for the benchmark and the browser's own tools.
  useEffect(() => void performance.mark('tribos:job-shown'), []);

  return (
    <div className="flex min-h-0 flex-1 flex-col print:block short:flex-none max-md:has-data-long:flex-none">
      <header className="flex flex-wrap items-baseline gap-x-4 px-5 pt-3">
        <h1 className="text-title font-semibold">
          <span className="figure mr-2 text-lead font-normal text-soft">
            {String(job.number).padStart(4, '0')}
          </span>
          {job.machine}
        </h1>
        {importedBy !== null && (
          <p className="border border-undecided px-2 text-small font-semibold text-undecided">
            from a file {importedBy} brought in
          </p>
        )}
        <p className="min-w-0 flex-1 truncate text-soft">
          {[
            job.engineNumber && `engine ${job.engineNumber}`,
            job.use,
            `${engine.cylinders.length === 1 ? 'one cylinder' : `${engine.cylinders.length} cylinders`}, ${WALLS[engine.wall]}`,
            job.customer,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <p className="text-soft">
          {job.promised ? `promised ${dayText(job.promised)}` : 'no promise given'}
          {mayEdit && (
            <Button look="quiet" className="no-print ml-2" onClick={() => setEditing(true)}>
              Job details
            </Button>
          )}
          <Button look="quiet" className="no-print" aria-pressed={glance} onClick={toggleGlance}>
            From a metre
          </Button>
        </p>
      </header>
      <nav aria-label="Run sheet" className="px-5 pt-1">
        <ScribedScale />
        <ul className="-mt-3 flex flex-wrap gap-x-1">
          {STATIONS.map((s) => (
            <Tick
              key={s.id}
              to={stationPath(job.id, s.id)}
              name={stationName(s.id)}
              mark={judgement.marks[s.id]}
              end={s.id === FIRST_STATION}
            />
          ))}
          <li className="no-print ml-auto hidden flex-wrap justify-end text-small sm:flex">
            {mayMeasure && (
              <>
                <Button look="quiet" onClick={() => setOpen('phone')}>
                  Phone
                </Button>
                <Button look="quiet" onClick={() => setOpen('pin')}>
                  Pin a trick
                </Button>
              </>
            )}
            <TextLink to={`/jobs/${job.id}/timeline`}>Timeline</TextLink>
            <TextLink to={`/jobs/${job.id}/bench-sheet`}>Bench sheet</TextLink>
            {importedBy !== null && (
              <FileLink href={`/api/jobs/${job.id}/original`}>The file it came in</FileLink>
            )}
            <FileLink href={`/api/jobs/${job.id}/file`}>Job file</FileLink>
            <FileLink href={`/api/jobs/${job.id}/readings.csv`}>Readings as CSV</FileLink>
            <TextLink to={`/engines/${engine.id}`}>Limits</TextLink>
          </li>
        </ul>
      </nav>
      {judgement.next.station !== station && (
        <p className="no-print truncate px-5 text-small text-soft">
          The job:{' '}
          <TextLink to={stationPath(job.id, judgement.next.station)}>
            {stationName(judgement.next.station)}
          </TextLink>
          {' · '}
          {judgement.next.sentence(unit)}
        </p>
      )}
      <Moved jobId={job.id} moved={context.moved} />
      <OpenCrankBand file={file} />
      <Tricks engineId={engine.id} station={station} />
      <Outlet context={context} />
      {open === 'pin' && (
        <PinSheet
          engineId={engine.id}
          jobId={job.id}
          station={station}
          stationName={stationName(station)}
          onClose={() => setOpen(null)}
        />
      )}
      {open === 'phone' && (
        <Suspense fallback={null}>
          <PhoneCodeSheet jobId={job.id} station={station} onClose={() => setOpen(null)} />
        </Suspense>
      )}
      {editing && <EditJobSheet context={context} onClose={() => setEditing(false)} />}
    </div>
  );
}

/** One tick of the run sheet: the verdict of what is judged there, else done or open, and since when it waits. */
function Tick({
  to,
  name,
  mark,
  end,
}: {
  to: string;
  name: string;
  mark: StationMark | undefined;
  end: boolean;
}) {
  const judged = mark?.done === null;
  return (
    <li>
      <NavLink
        to={to}
        end={end}
        className={({ isActive }) =>
          `inline-flex min-h-12 min-w-18 items-center gap-1.5 border-t-5 px-2 pt-1 whitespace-nowrap ${isActive ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft'}`
        }
      >
        {name}
        {mark && (mark.verdict !== null || judged) && (
          <VerdictMark state={mark.verdict ?? 'waiting'} word={false} />
        )}
        {mark?.done != null && mark.verdict === null && (
          <span className="text-small font-normal">
            {mark.waits ? `waits since ${dayText(mark.waits)}` : mark.done ? '✓ done' : 'open'}
          </span>
        )}
      </NavLink>
    </li>
  );
}
