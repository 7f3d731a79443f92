import { gapsRead, placesRead, type GapState } from '../readings/index.js';
import type { JobFile } from '../job/index.js';
import type { ThingPlace } from '../cylinder/index.js';
import { placeKey } from '../ledger/index.js';

import { placeName, verdictSentence, type Action, type Figure, type Offer } from '../verdicts/index.js';
import { thingsAsked } from './figures.js';
import { placeOn, type Measurand } from './measurand.js';

/** Places of some measures that a job asks for, in the order they are walked: thing by thing. */
export const placesAsked = (file: JobFile, measures: readonly Measurand[]): readonly ThingPlace[] =>
  measures.flatMap((m) =>
    thingsAsked(file, m, measures).flatMap((thing) =>
      m.spots(file.engine, thing).map((at) => placeOn(m, thing, at)),
    ),
  );

/** The place whose leaves have not told yet on which side of its limits a gap lies. */
function unsettled(
  file: JobFile,
  measures: readonly Measurand[],
  figures: readonly Figure[],
): { readonly figure: Figure; readonly at: ThingPlace } | null {
  const gaps = gapsRead(file);
  for (const figure of figures) {
    if (figure.state !== 'undecided' || figure.because !== 'leaves' || figure.subject.of !== 'part') continue;
    const { thing } = figure.subject;
    const m = measures.find((x) => x.sense === 'gap' && thing.startsWith(`${x.part}:`));
    const of = m?.things(file.engine).find((t) => `${m.part}:${t.key}` === thing);
    if (!m || !of) continue;
    // The widest bracket leaves most open.
    const open = m
      .spots(file.engine, of)
      .map((s) => placeOn(m, of, s))
      .sort((a, b) => width(gaps.get(placeKey(b))) - width(gaps.get(placeKey(a))));
    if (open[0]) return { figure, at: open[0] };
  }
  return null;
}

const width = (gap: GapState | undefined): number =>
  gap ? (gap.bracket.high ?? Infinity) - (gap.bracket.low ?? 0) : Infinity;

/** The next place of some measures that nobody has read; and the gap whose leaves have not told enough. */
export function measurandOffers(
  file: JobFile,
  measures: readonly Measurand[],
  figures: readonly Figure[],
): Offer[] {
  return [
    {
      urgency: 'settle',
      find: (): Action | null => {
        const left = unsettled(file, measures, figures);
        return (
          left && {
            kind: 'leaves',
            urgency: 'settle',
            station: 'measure',
            at: left.at,
            sentence: (u) =>
              `${verdictSentence(file, left.figure, u).headline} Try the leaf between, at ${placeName(file, left.at, u)}; where no leaf of the set lies between, it is at its limit: treat it as beyond.`,
          }
        );
      },
    },
    {
      urgency: 'read',
      find: (): Action | null => {
        const [places, gaps] = [placesRead(file), gapsRead(file)];
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
