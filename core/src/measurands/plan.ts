import type { JobFile } from '../job/index.js';
import type { ThingPlace } from '../log/index.js';
import { placeKey } from '../log/index.js';
import { readingsOf } from '../readings/index.js';
import { placeName, type Action, type Offer } from '../verdicts/index.js';
import { thingsAsked } from './figures.js';
import { placeOn, type Measurand } from './measurand.js';

/** Places of some measures that a job asks for, in the order they are walked: thing by thing. */
export const placesAsked = (file: JobFile, measures: readonly Measurand[]): readonly ThingPlace[] =>
  measures.flatMap((m) =>
    thingsAsked(file, m, measures).flatMap((thing) =>
      m.spots(file.engine, thing).map((at) => placeOn(m, thing, at)),
    ),
  );

/** The next place of some measures that nobody has read. */
export function measurandOffers(file: JobFile, measures: readonly Measurand[], unit: 'mm' | 'in'): Offer[] {
  return [
    {
      urgency: 'read',
      find: (): Action | null => {
        const { places, gaps } = readingsOf(file, unit);
        const left = placesAsked(file, measures).filter((p) => {
          const key = placeKey(p);
          return !places.has(key) && !gaps.has(key);
        });
        const at = left[0];
        return at
          ? ({
              kind: 'read',
              urgency: 'read',
              station: 'measure',
              at,
              left: left.length,
              again: false,
              sentence: (u) =>
                `Take ${placeName(file, at, u)}. ${left.length === 1 ? 'It is the last of them.' : `${left.length} to go.`}`,
            } as Action)
          : null;
      },
    },
  ];
}
