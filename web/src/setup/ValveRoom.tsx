import {
  capital,
  CLAY,
  contactOf,
  nm,
  placeKey,
  placeOn,
  spot,
  SWEEP,
  SWEEP_ANGLES,
  withUnit,
  type Contact,
  type Figure,
  type JobFile,
  type LengthUnit,
  type Place,
  type Thing,
} from '@tribos/core';
import { VerdictMark } from '../ui/index.js';
import { markOf } from '../verdicts/index.js';

const W = 300;
const H = 108;
const LEFT = 8;

/** Where room is drawn: its smallest at the foot, so that touching is at the bottom line. */
function scaleOf(rooms: readonly number[], limit: number | null) {
  const most = Math.max(...rooms, limit ?? 0, 1);
  return (v: number): number => H - (v / (most * 1.08)) * H;
}
const xOf = (angle: number): number => LEFT + ((angle + 25) / 50) * (W - 2 * LEFT);

/** Room of each valve to the piston, swept past top: a curve each, the wall it must not reach, a place to tap for each angle. */
export function ValveRoom({
  file,
  unit,
  figures,
  current,
  onPick,
  onItem,
}: {
  file: JobFile;
  unit: LengthUnit;
  figures: readonly Figure[];
  current: Place;
  onPick: (at: Place) => void;
  onItem: (f: Figure) => void;
}) {
  const valves = SWEEP.things(file.engine).filter((t) => SWEEP.has?.(file, t) ?? true);
  if (valves.length === 0) return null;
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Room at the valves">
      <h2 className="text-title font-semibold">Room between valves and piston</h2>
      <p className="text-small text-soft">
        By clay, or swept with a needle: tap an angle, read it in the bar. Lash set, gasket crushed. Clay
        springs back: 0.05 is taken off, and as much may be over.
      </p>
      <ul className="mt-2 grid gap-x-6 gap-y-4 lg:grid-cols-2">
        {valves.map((t) => (
          <ValveCurve
            key={t.key}
            thing={t}
            contact={contactOf(file, t, unit)}
            figure={figures.find(
              (f) => f.subject.of === 'part' && f.subject.thing === `setup.contact:${t.key}`,
            )}
            unit={unit}
            current={current}
            onPick={onPick}
            onItem={onItem}
          />
        ))}
      </ul>
    </section>
  );
}

function ValveCurve({
  thing,
  contact,
  figure,
  unit,
  current,
  onPick,
  onItem,
}: {
  thing: Thing;
  contact: Contact;
  figure: Figure | undefined;
  unit: LengthUnit;
  current: Place;
  onPick: (at: Place) => void;
  onItem: (f: Figure) => void;
}) {
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: unit === 'mm' ? 10_000 : 25_400 });
  const { sweep, clay, smallest, trouble } = contact;
  const limit = figure?.limitAt ?? null;
  const y = scaleOf([...sweep.map((s) => s.room), ...(clay ? [clay.value] : [])], limit);
  const here = placeKey(current);
  const clayPlace = placeOn(CLAY, thing, spot(''));
  return (
    <li className="border-t border-rule pt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span className="text-lead font-semibold">{capital(thing.name)}</span>
        {figure && (
          <button type="button" onClick={() => onItem(figure)} className="min-h-11">
            <VerdictMark state={markOf(figure)} />
          </button>
        )}
        <span className="figure text-reading">{smallest ? text(smallest.value) : '–'}</span>
      </div>
      <svg
        viewBox={`0 0 ${W} ${H + 4}`}
        className="w-full text-ink"
        role="img"
        aria-label={said(sweep, text)}
      >
        {limit !== null && (
          <>
            <rect x={0} y={y(limit)} width={W} height={H - y(limit)} className="fill-beyond/15" />
            <path d={`M0 ${y(limit)}h${W}`} className="stroke-beyond" strokeWidth="1.5" />
          </>
        )}
        <path d={`M0 ${H}h${W}`} stroke="currentColor" />
        <path d={`M${xOf(0)} 0v${H}`} stroke="currentColor" strokeDasharray="2 4" className="text-soft" />
        {clay && (
          <path
            d={`M0 ${y(clay.value)}h${W}`}
            className="stroke-brass"
            strokeDasharray="7 3"
            strokeWidth="1.5"
          />
        )}
        {sweep.length > 1 && (
          <path
            d={sweep.map((s, i) => `${i === 0 ? 'M' : 'L'}${xOf(s.angle)} ${y(s.room)}`).join('')}
            fill="none"
            className="stroke-blue"
            strokeWidth="2"
          />
        )}
        {sweep.map((s) => (
          <circle key={s.angle} cx={xOf(s.angle)} cy={y(s.room)} r="3.5" className="fill-blue" />
        ))}
      </svg>
      <div className="no-print flex flex-wrap gap-1" role="group" aria-label={`Places, ${thing.name}`}>
        <PlaceButton
          name="clay"
          now={placeKey(clayPlace) === here}
          read={clay !== null}
          onPick={() => onPick(clayPlace)}
        />
        {SWEEP_ANGLES.map((a) => {
          const at = placeOn(SWEEP, thing, spot(String(a)));
          return (
            <PlaceButton
              key={a}
              name={`${a < 0 ? '−' : ''}${Math.abs(a)}°`}
              now={placeKey(at) === here}
              read={sweep.some((s) => s.angle === a)}
              onPick={() => onPick(at)}
            />
          );
        })}
      </div>
      {trouble && <p className="mt-1 font-semibold text-undecided">{trouble}</p>}
    </li>
  );
}

function PlaceButton({
  name,
  now,
  read,
  onPick,
}: {
  name: string;
  now: boolean;
  read: boolean;
  onPick: () => void;
}) {
  return (
    <button
      type="button"
      aria-current={now ? 'true' : undefined}
      aria-label={`${name}${read ? ', read' : ''}`}
      onClick={onPick}
      className={`figure min-h-11 min-w-11 border px-1 text-small ${now ? 'border-brass outline-2 outline-brass' : 'border-rule'} ${read ? 'font-semibold text-ink' : 'text-soft'}`}
    >
      {name}
    </button>
  );
}

const said = (sweep: Contact['sweep'], text: (v: number) => string): string =>
  sweep.length === 0
    ? 'Not swept yet.'
    : `Room by crank angle: ${sweep.map((s) => `${s.angle}°, ${text(s.room)}`).join('; ')}.`;
