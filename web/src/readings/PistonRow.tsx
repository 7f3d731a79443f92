import {
  formatLength,
  nm,
  PISTON_PLACES,
  stationKey,
  standingDecision,
  type JobFile,
  type Judgement,
  type LengthUnit,
  type PistonPlace,
  type Station,
} from '@tribos/core';

/** The piston of one cylinder: its size at the gauge height, and what was read elsewhere, which is not used. */
export function PistonRow({
  file,
  judgement,
  cylinder,
  current,
  unit,
  onPick,
}: {
  file: JobFile;
  judgement: Judgement;
  cylinder: number;
  current: Station;
  unit: LengthUnit;
  onPick: (s: Station) => void;
}) {
  const kitId = standingDecision(file)?.kitId ?? null;
  const kit = file.engine.kits.find((k) => k.id === kitId);
  const station = (place: PistonPlace): Station => ({ part: 'piston', cylinder, place, kit: kitId });
  const places = (Object.keys(PISTON_PLACES) as PistonPlace[]).filter(
    (p) =>
      p === 'gauge-height' ||
      judgement.readings.stations.has(stationKey(station(p))) ||
      stationKey(current) === stationKey(station(p)),
  );
  return (
    <ul className="ml-9 border border-t-0 border-ink/60 bg-page">
      {places.map((place) => {
        const key = stationKey(station(place));
        const state = judgement.readings.stations.get(key);
        const here = stationKey(current) === key;
        return (
          <li key={place}>
            <button
              type="button"
              tabIndex={here ? 0 : -1}
              aria-current={here ? 'true' : undefined}
              onClick={() => onPick(station(place))}
              className="flex min-h-11 w-full items-center gap-2 px-3 text-left"
            >
              <span
                aria-hidden="true"
                className={`block shrink-0 rounded-full ${here ? 'size-4.5 border-3 border-sheet bg-brass outline-2 outline-brass' : state ? 'size-3 border-2 border-ink bg-sheet' : 'size-3 border-2 border-dotted border-ink'}`}
              />
              <span className="min-w-0 flex-1 text-small leading-tight">
                {kit ? `${kit.name} piston` : 'piston'}, {PISTON_PLACES[place]}
                {place === 'gauge-height' && kit?.gaugeHeight ? ` (${kit.gaugeHeight / 1e6} mm up)` : ''}
                {place !== 'gauge-height' && (
                  <span className="block text-undecided">kept, not used for clearance</span>
                )}
              </span>
              <span className="figure text-lead">
                {state?.result
                  ? formatLength(nm(state.result.estimate.value), { unit, step: 1_000 })
                  : state
                    ? '?'
                    : '–'}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
