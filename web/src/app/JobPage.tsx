import { HousePanels, useJob, useStationId, type JobContext } from '../job/index.js';
import { JobNotes, RunSheet, useSwipe, type Tick } from '../frame/index.js';
import { stationName, stationPath } from '../kit/stationPath.js';
import { ApiError } from '../kit/api.js';
import { handOf, InHand } from '../kit/useFact.js';
import { presses } from '../kit/useEvents.js';
import { pressed } from '../phone/index.js';
import { Tricks } from '../tricks/index.js';
import { Failed, Loading } from '../ui/index.js';
import { JobLine } from './JobLine.js';
import { Moved } from './Moved.js';
import { PANELS } from './panels.js';
import { STATIONS } from './stations.js';
import { tickWord } from './tickWord.js';
import { lazy, Suspense, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { Outlet, useNavigate, useParams } from 'react-router';

const ArrivalPage = lazy(async () => ({ default: (await import('../intake/index.js')).ArrivalPage }));

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

const ticksOf = ({ file, judgement }: JobContext): readonly Tick[] =>
  STATIONS.map(({ id }) => ({
    id,
    to: stationPath(file.job.id, id),
    name: stationName(id),
    mark: judgement.marks[id],
    word: tickWord(judgement, id),
    isNext: judgement.next.station === id,
    needed: judgement.marks[id]?.needed !== false,
  }));

function Job({ context }: { context: JobContext }) {
  const { file } = context;
  const [hand] = useState(() => handOf(file));
  useLayoutEffect(() => hand.set(file), [hand, file]);
  const station = useStationId();
  const navigate = useNavigate();
  useEffect(() => presses.listen(pressed), []);
  // Marks the moment the figures stand on the screen, for the benchmark and the browser's own tools.
  useEffect(() => void performance.mark('tribos:job-shown'), []);
  const ticks = ticksOf(context);
  const swipe = useSwipe((by) => {
    const run = ticks.filter((t) => t.needed || t.id === station);
    const at = run.findIndex((t) => t.id === station);
    const to = at < 0 ? undefined : run[at + by];
    if (to) void navigate(to.to);
  });
  const { moved } = context;
  const notes = useMemo(
    () => (
      <>
        <Moved jobId={file.job.id} moved={moved} />
        <Tricks engineId={file.engine.id} station={station} />
      </>
    ),
    [file.job.id, file.engine.id, moved, station],
  );
  return (
    <InHand.Provider value={hand}>
      <div className="flex min-h-0 flex-1 flex-col print:block short:flex-none" {...swipe}>
        <JobLine context={context} station={station} beside={ticks.filter((t) => !t.needed)} />
        <RunSheet ticks={ticks} here={station} />
        <JobNotes.Provider value={notes}>
          <HousePanels.Provider value={PANELS}>
            <Outlet context={context} />
          </HousePanels.Provider>
        </JobNotes.Provider>
      </div>
    </InHand.Provider>
  );
}
