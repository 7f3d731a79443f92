import type { JobFile } from '../job/index.js';
import { verdictSection, type Room } from '../verdicts/index.js';
import { measurandFigures } from './figures.js';
import { measurandPlace, type Measurand } from './measurand.js';
import { measurandOffers, placesAsked } from './plan.js';

/** What a room measures of the engine besides its cylinders. */
export interface Measuring {
  /** As the screens call it. */
  readonly title: string;
  readonly measures: readonly Measurand[];
}

/** A room that measures things of the engine besides its cylinders. */
export interface MeasuringRoom extends Room {
  readonly measuring: Measuring;
}

/** The rooms that measure things, of all the rooms there are. */
export const measuringOf = (rooms: readonly Room[]): readonly MeasuringRoom[] =>
  rooms.filter((r): r is MeasuringRoom => 'measuring' in r);

/**
 * What a room that measures things of the engine brings by its measures alone: places, figures, actions, report.
 * @param title as the report calls it
 * @param tab   as the screens do, where that is shorter
 */
export function roomOf(
  name: string,
  title: string,
  measures: readonly Measurand[],
  tab = title,
): Pick<MeasuringRoom, 'name' | 'station' | 'places' | 'actions' | 'report' | 'measuring'> &
  Required<Pick<Room, 'figures' | 'asks'>> {
  return {
    name,
    station: 'measure',
    measuring: { title: tab, measures },
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
