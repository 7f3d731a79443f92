import { placeKey, type Figure, type JobFile, type LengthUnit, type Place } from '@tribos/core/ground';
import { placeOn, spot, thingsHad, type Thing } from '@tribos/core/measurands';
import { CLAY, contactOf, SWEEP, SWEEP_ANGLES, type Contact } from '@tribos/core/setup';
import { lengthIn } from '../forms/index.js';

const W = 720;
const H = 110;
const LEFT = 8;

/** Where room is drawn: its smallest at the foot, so that touching is at the bottom line. */
function scaleOf(rooms: readonly number[], limit: number | null) {
  const most = Math.max(...rooms, limit ?? 0, 1);
  return (v: number): number => H - (v / (most * 1.08)) * H;
}
const xOf = (angle: number): number => LEFT + ((angle + 25) / 50) * (W - 2 * LEFT);

/** Room of the valve at hand, swept past top: a curve, the wall it must not reach, a place to tap for each angle. */
export function ValveRoom({
  file,
  unit,
  figures,
  current,
  onPick,
}: {
  file: JobFile;
  unit: LengthUnit;
  figures: readonly Figure[];
  current: Place;
  onPick: (at: Place) => void;
}) {
  const valves = thingsHad(file, SWEEP);
  const own = (t: Thing) => 'thing' in current && current.thing === t.key;
  const thing = valves.find(own) ?? valves[0];
  if (!thing) return null;
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Room swept">
      <h2 className="text-title font-semibold">Room to the piston, {thing.name}</h2>
      <p className="text-small text-soft">
        Swept with a needle: tap an angle, read it in the bar. Lash set, gasket crushed. Clay springs back:
        0.05 is taken off, and as much may be over; the smaller of both counts.
      </p>
      <ValveCurve
        thing={thing}
        contact={contactOf(file, thing)}
        figure={figures.find(
          (f) => f.subject.of === 'part' && f.subject.thing === `setup.contact:${thing.key}`,
        )}
        unit={unit}
        current={current}
        onPick={onPick}
      />
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
}: {
  thing: Thing;
  contact: Contact;
  figure: Figure | undefined;
  unit: LengthUnit;
  current: Place;
  onPick: (at: Place) => void;
}) {
  const text = lengthIn(unit);
  const { sweep, clay, trouble } = contact;
  const limit = figure?.limitAt ?? null;
  const y = scaleOf([...sweep.map((s) => s.room), ...(clay ? [clay.value] : [])], limit);
  const here = placeKey(current);
  const clayPlace = placeOn(CLAY, thing, spot(''));
  return (
    <>
      {(sweep.length > 0 || current.part === SWEEP.part) && (
        <svg
          viewBox={`0 0 ${W} ${H + 4}`}
          className="mt-2 w-full text-ink"
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
      )}
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
    </>
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
