import { useCallback, useState } from 'react';
import { isOfCylinder, placeKey, type Place } from '@tribos/core/ground';
import { readingsOf, nextPlace } from '@tribos/core/readings';
import { nextHere, type JobContext } from '../job/index.js';
import { setTypedOn, typedAt, typedOn } from './typing.js';

/** Where the work goes on: where the station says, the place the next action names, else the first unread. */
function goesOn(
  { file, judgement, unit }: JobContext,
  walk: readonly Place[],
  start: Place | null,
  where: string,
): Place {
  // What the station itself asks for; what the whole job asks for may lie at another.
  const own = nextHere(judgement, where)?.at ?? null;
  return start ?? own ?? nextPlace(walk, readingsOf(file, unit), null) ?? walk[0]!;
}

/**
 * Where the bar stands. It goes where the work goes on until somebody does something or the server has
 * answered: what this device kept of the job may be older than that. From then on only a hand moves it.
 * @param start where this station goes on; null leaves it to the job
 * @param moved told when that answer moved it from where it stood in sight
 */
export function useAt(
  context: JobContext,
  walk: readonly Place[],
  moved: (to: Place) => void,
  start: Place | null = null,
  where = 'measure',
) {
  const { file, answered } = context;
  const jobId = file.job.id;
  const [chosen, choose] = useState<Place | null>(() => {
    const at = typedAt(jobId);
    return at && (!isOfCylinder(at) || at.cylinder < file.engine.cylinders.length) ? at : null;
  });
  const station = chosen ?? goesOn(context, walk, start, where);
  const [before] = useState(station);
  if (chosen === null && answered) {
    choose(station);
    if (placeKey(station) !== placeKey(before)) moved(station);
  }
  const pick = useCallback(
    (to: Place): void => {
      choose(to);
      setTypedOn(jobId, typedOn(jobId), to);
    },
    [jobId],
  );
  /** Somebody does something here. */
  const stay = (): void => choose((before) => before ?? station);
  return { station, pick, stay };
}
