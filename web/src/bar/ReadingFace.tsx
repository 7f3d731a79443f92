import { bracketText, placeKey, placeKindOf, placeName, type Figure, type Place } from '@tribos/core/ground';
import { placesRead, gapsRead, placeFigure } from '@tribos/core/readings';
import { Glance } from '../frame/index.js';
import { nextHere, useJobContext, useStationId, type JobContext } from '../job/index.js';
import { VerdictMark, type MarkState } from '../ui/index.js';
import { markOf } from '../verdicts/index.js';
import { useTypedOn } from './typing.js';
import type { Bar } from './reading.js';

/** The figure a place feeds first: the size of its bore, the room beside its piston. */
function figureOf({ file, judgement }: JobContext, at: Place): Figure | undefined {
  const fed = placeKindOf(file, at).feeds(at);
  return judgement.items.find((f) => f.key === fed);
}

/** What is read from a metre where a gauge is: its place, the live figure, its mark with its word, and what is next here. */
export function ReadingFace({ bar }: { bar: Bar }) {
  const context = useJobContext();
  const { file, judgement, unit } = context;
  const typed = useTypedOn(file.job.id);
  const next = nextHere(judgement, useStationId());
  const at = bar.station;
  const figure = figureOf(context, at);
  const mark: MarkState = figure ? markOf(figure) : 'waiting';
  const read = placesRead(file).get(placeKey(at));
  const gap = gapsRead(file).get(placeKey(at));
  const shown =
    typed || (gap ? bracketText(gap.bracket, unit) : null) || (read ? placeFigure(read, unit) : null) || '–';
  return (
    <Glance>
      <p className="text-glance leading-tight">{placeName(file, at, unit)}</p>
      <p className="figure text-glance-figure leading-none font-semibold whitespace-nowrap">{shown}</p>
      <p className="text-glance leading-tight font-semibold">
        <VerdictMark state={mark} big />
      </p>
      <p aria-live="polite" className="border-l-8 border-brass pl-5 text-glance leading-tight">
        {next?.sentence(unit) ?? 'Nothing is left to do here.'}
      </p>
    </Glance>
  );
}
