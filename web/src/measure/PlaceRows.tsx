import { useState } from 'react';
import {
  bracketText,
  depthText,
  isGap,
  placeKey,
  type JobFile,
  type LengthUnit,
  type Place,
} from '@tribos/core/ground';
import { placesRead, gapsRead, placeFigure } from '@tribos/core/readings';
import { listedPlaces, underItsMap } from '../bar/index.js';
import { byFacts } from '../kit/byFacts.js';

/** Piston, leaves, land, ring and pin of one cylinder: what was read there, and the way to what was not. */
export const PlaceRows = byFacts(function PlaceRows({
  file,
  cylinder,
  current,
  unit,
  onPick,
}: {
  file: JobFile;
  cylinder: number;
  /** Where the bar stands; null on another cylinder. */
  current: Place | null;
  unit: LengthUnit;
  onPick: (s: Place) => void;
}) {
  const [all, setAll] = useState(false);
  const listed = listedPlaces(file, cylinder, current, all);
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  const figure = (s: Place): string => {
    const key = placeKey(s);
    const gap = gaps.get(key);
    if (gap) return bracketText(gap.bracket, unit);
    const state = places.get(key);
    if (!state) return '–';
    return placeFigure(state, unit) ?? '?';
  };
  return (
    <div className="ml-9 border border-t-0 border-ink/60 bg-page">
      <ul>
        {listed.map((place) => {
          const key = placeKey(place);
          const here = current !== null && placeKey(current) === key;
          const read = places.has(key) || gaps.has(key);
          const kit = 'kit' in place ? file.engine.kits.find((k) => k.id === place.kit) : undefined;
          const offHeight = place.part === 'piston' && place.place !== 'gauge-height';
          return (
            <li key={key}>
              <button
                type="button"
                tabIndex={here ? 0 : -1}
                aria-current={here ? 'true' : undefined}
                onClick={() => onPick(place)}
                className="flex min-h-11 w-full flex-wrap items-center gap-x-2 px-3 text-left"
              >
                <span
                  aria-hidden="true"
                  className={`block shrink-0 rounded-full ${here ? 'size-4.5 border-3 border-sheet bg-brass outline-2 outline-brass' : read ? 'size-3 border-2 border-ink bg-sheet' : 'size-3 border-2 border-dotted border-ink'}`}
                />
                <span className="min-w-28 flex-1 text-small leading-tight">
                  {underItsMap(file, place, unit)}
                  {place.part === 'piston' && place.place === 'gauge-height' && kit?.gaugeHeight
                    ? ` (${depthText(kit.gaugeHeight, unit)} up)`
                    : ''}
                  {offHeight && <span className="block text-undecided">kept, not used for clearance</span>}
                </span>
                <span className={`figure ${isGap(file, place) ? 'text-small' : 'text-lead'}`}>
                  {figure(place)}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        aria-expanded={all}
        onClick={() => setAll(!all)}
        className="no-print min-h-11 w-full px-3 text-left text-small text-blue underline underline-offset-4"
      >
        {all ? 'fewer places' : 'leaf, land, ring, pin and other places'}
      </button>
    </div>
  );
});
