import type { JobFile } from '../job/index.js';
import { verdictSection, type Room } from '../verdicts/index.js';
import { measurandFigures } from './figures.js';
import { measurandPlace, type Measurand } from './measurand.js';
import { measurandOffers, placesAsked } from './plan.js';

/** What a room that measures things of the engine brings by its measures alone: places, figures, actions, report. */
export function roomOf(
  name: string,
  title: string,
  measures: readonly Measurand[],
): Pick<Room, 'name' | 'station' | 'places' | 'actions' | 'report'> &
  Required<Pick<Room, 'figures' | 'asks'>> {
  return {
    name,
    station: 'measure',
    places: measures.map(measurandPlace),
    asks: (file) => placesAsked(file, measures),
    figures: (file: JobFile) => measures.flatMap((m) => measurandFigures(file, m, measures)),
    actions: (file, { figures }) => measurandOffers(file, measures, figures),
    report: (file, { figures }, ask) => {
      const own = figures.filter(
        (f) => f.subject.of === 'part' && f.feature !== 'finding' && f.subject.thing.startsWith(`${name}.`),
      );
      return own.length === 0 ? [] : verdictSection(file, name, title, own, ask.unit);
    },
  };
}
