import {
  directionName,
  findingText,
  isBlocked,
  placeKey,
  placeName,
  thrustAngle,
  type BorePlace,
  type FindingEntry,
  type JobFile,
  type LengthUnit,
  type Place,
} from '@tribos/core/ground';
import { boresOf, findingsOf } from '@tribos/core/bore';
import { placesRead, placeFigure, borePlan } from '@tribos/core/readings';
import { FindingMark } from './FindingMark.js';
import { WearCanvas } from './WearCanvas.js';
import { across, foldPort } from './foldPort.js';
import { byFacts } from '../kit/byFacts.js';

/** Every direction and depth of the full plan, whether this job's plan asks for it or not. */
function grid(file: JobFile, cylinder: number): BorePlace[] {
  const { depths } = file.engine;
  const thrust = thrustAngle(file.engine);
  return [depths.top, depths.mid, depths.low].flatMap((depth) =>
    [0, 45, 90, 135].map((o): BorePlace => ({ part: 'bore', cylinder, depth, angle: (thrust + o) % 180 })),
  );
}

/**
 * The wall over half a turn: depth down, direction across. Diameters are the same half a turn on, so half
 * shows everything. Stations carry their figures; the one being taken is brass.
 */
export const WallMap = byFacts(function WallMap({
  file,
  cylinder,
  current,
  unit,
  most,
  onPick,
  onFinding,
}: {
  file: JobFile;
  cylinder: number;
  current: Place | null;
  unit: LengthUnit;
  most: number;
  onPick: (s: Place) => void;
  onFinding: (cylinder: number) => void;
}) {
  const { engine } = file;
  const bore = boresOf(file, unit)[cylinder]!;
  const thrust = thrustAngle(engine);
  const planned = new Set(
    borePlan(engine, file.job.plan, cylinder)
      .filter((p) => !p.blocked)
      .map((p) => placeKey(p.station)),
  );
  const down = (depth: number): number => (depth / engine.wallDepth) * 100;
  const currentKey = current && placeKey(current);
  const name = engine.cylinders[cylinder]!;
  const { depths } = engine;

  return (
    <figure className="min-w-0">
      <figcaption className="flex items-center gap-3 pl-9">
        <span className="text-lead font-semibold whitespace-nowrap first-letter:uppercase">{name}</span>
        <span className="flex-1" />
        <button
          type="button"
          className="inline-flex min-h-11 min-w-0 items-center text-small text-blue underline underline-offset-4"
          onClick={() => onFinding(cylinder)}
        >
          <span className="truncate">{findingsText(findingsOf(file)[cylinder] ?? [], unit)}</span>
        </button>
        <span className="text-small whitespace-nowrap text-soft">
          {bore.progress.read} of {bore.progress.planned} read
        </span>
      </figcaption>
      <div className="grid grid-cols-[2.25rem_1fr]">
        <span />
        <div className="relative h-5 text-small text-soft">
          {[0, 45, 90, 135].map((o) => {
            const angle = (thrust + o) % 180;
            return (
              <span
                key={o}
                className="absolute -translate-x-1/2 whitespace-nowrap"
                style={{ left: `${across(angle, thrust)}%` }}
              >
                {directionName(file.engine, angle)}
                {angle === 0 && <span className="hidden xl:inline">, {engine.zeroAt}</span>}
              </span>
            );
          })}
        </div>
        <div className="relative">
          {[depths.top, depths.mid, depths.low].map((d) => (
            <span
              key={d}
              className="figure absolute right-1.5 -translate-y-1/2 text-small text-soft"
              style={{ top: `${down(d)}%` }}
            >
              {unit === 'mm' ? d / 1e6 : (d / 25.4e6).toFixed(2)}
            </span>
          ))}
        </div>
        <div className="relative h-50 border-x border-t border-ink/60 bg-page">
          {bore.survey && (
            <WearCanvas
              survey={bore.survey}
              reference={bore.reference.value}
              most={most}
              wallDepth={engine.wallDepth}
              thrust={thrust}
            />
          )}
          {engine.ports.flatMap((port, i) =>
            foldPort(port.from, port.to, thrust).map((span) => (
              <span
                key={`${i}:${span.from}`}
                title={port.name}
                className="absolute border border-ink/70 bg-sheet"
                style={{
                  left: `${span.from}%`,
                  width: `${span.to - span.from}%`,
                  top: `${down(port.roof)}%`,
                  height: `${down(port.floor) - down(port.roof)}%`,
                }}
              />
            )),
          )}
          {findingsOf(file)[cylinder]!.map((f) => (
            <FindingMark key={f.id} finding={f} engine={engine} unit={unit} />
          ))}
          {grid(file, cylinder).map((station) => (
            <Station
              key={placeKey(station)}
              {...{ file, station, unit, onPick }}
              isPlanned={planned.has(placeKey(station))}
              isHere={placeKey(station) === currentKey}
            />
          ))}
        </div>
      </div>
    </figure>
  );
});

/** One place of the wall: its figure, or whether it is still to be read. */
function Station({
  file,
  station,
  unit,
  isPlanned,
  isHere,
  onPick,
}: {
  file: JobFile;
  station: BorePlace;
  unit: LengthUnit;
  isPlanned: boolean;
  isHere: boolean;
  onPick: (s: Place) => void;
}) {
  const { engine } = file;
  const thrust = thrustAngle(engine);
  const key = placeKey(station);
  const state = placesRead(file).get(key);
  const blocked = isBlocked(engine, station.depth, station.angle);
  if (blocked && !state) return null;
  const value = state?.result ? placeFigure(state, unit) : null;
  const held = state !== undefined && state.result === null;
  const times = state && state.readings.length > 1 ? ` ×${state.readings.length}` : '';
  const label = `${placeName(file, station, unit)}: ${value ? `${value}${times}` : held ? 'waits for an answer' : isPlanned ? 'to be read' : 'not in the plan'}`;
  return (
    <button
      type="button"
      aria-label={label}
      aria-current={isHere ? 'true' : undefined}
      tabIndex={isHere ? 0 : -1}
      onClick={() => onPick(station)}
      className="absolute -mt-3.5 flex h-11 w-1/4 -translate-x-1/2 flex-col items-center pt-1"
      style={{
        left: `${across(station.angle, thrust)}%`,
        top: `${(station.depth / engine.wallDepth) * 100}%`,
      }}
    >
      <span aria-hidden="true" className="flex h-5 items-center">
        <span
          className={`block rounded-full ${isHere ? 'size-4.5 border-3 border-sheet bg-brass outline-2 outline-brass' : state ? 'size-3 border-2 border-ink bg-sheet' : isPlanned ? 'size-3 border-2 border-dotted border-ink bg-page' : 'size-1.5 bg-soft/70'}`}
        />
      </span>
      {(value || held) && (
        <span
          className={`figure bg-sheet px-1 text-small leading-4 ${isHere ? 'font-bold text-brass' : held ? 'text-undecided' : 'text-ink'}`}
        >
          {value ?? '?'}
          <span className="text-soft">{times}</span>
        </span>
      )}
    </button>
  );
}

function findingsText(found: readonly FindingEntry[], unit: LengthUnit): string {
  if (found.length === 0) return 'note a finding';
  const worst = found.reduce((a, b) => ((b.deep ?? 0) > (a.deep ?? 0) ? b : a));
  const text = findingText({ ...worst, place: null }, unit);
  return found.length === 1 ? text : `${text}, ${found.length - 1} more`;
}
