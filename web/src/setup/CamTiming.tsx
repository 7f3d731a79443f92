import { useState } from 'react';
import {
  quantitiesOf,
  TAKE_BACK,
  nm,
  withUnit,
  type Figure,
  type JobFile,
  type LengthUnit,
} from '@tribos/core/ground';
import {
  CAM_EVENTS,
  CAM_TIMED,
  camReadings,
  hasCamTiming,
  lastCamReading,
  VALVE_TRAIN,
  WHEEL_ZEROS,
  type CamEvent,
  type WheelZero,
} from '@tribos/core/setup';
import { newEntry, useSend } from '../job/index.js';
import { Button, SelectField, TextField, Trouble } from '../ui/index.js';
import { LimitStrip } from '../verdicts/index.js';

const EVENTS = Object.keys(CAM_EVENTS) as CamEvent[];

/** When the valves open and shut, read on a timing wheel. */
export function CamTiming({
  file,
  unit,
  figures,
  mayDo,
  onItem,
}: {
  file: JobFile;
  unit: LengthUnit;
  figures: readonly Figure[];
  mayDo: boolean;
  onItem: (f: Figure) => void;
}) {
  const read = camReadings(file);
  const [event, setEvent] = useState<CamEvent>(EVENTS.find((e) => !read.has(e)) ?? 'intake-opens');
  const [typed, setTyped] = useState('');
  const [zero, setZero] = useState<WheelZero>('stop');
  const { trouble, say, send } = useSend(file);
  if (!hasCamTiming(file.engine) && read.size === 0) return null;
  const train = VALVE_TRAIN.of(file.engine)?.trains[0];
  const last = lastCamReading(file);
  const keep = () => {
    const degrees = Number(typed.trim().replace(',', '.').replace('−', '-').replace(/°$/u, ''));
    if (typed.trim() === '' || !Number.isFinite(degrees))
      return say(`“${typed}” is no figure in degrees. It is kept as it was typed.`);
    if (!send(newEntry(CAM_TIMED, { event, degrees, zero }))) return;
    setTyped('');
    setEvent(EVENTS[(EVENTS.indexOf(event) + 1) % EVENTS.length]!);
  };
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Cam timing">
      <h2 className="text-title font-semibold">Cam timing on the wheel</h2>
      <p className="text-small text-soft">
        {train?.lift == null
          ? 'Where the valve just leaves its seat; the sheet names no lift.'
          : `At ${withUnit(nm(train.lift), { unit, step: 10_000 })} of lift, lash set.`}{' '}
        The marks come first; the wheel says whether they are true.
      </p>
      {mayDo && (
        <form
          className="no-print mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
        >
          <SelectField label="Event" value={event} onChange={(e) => setEvent(e.target.value as CamEvent)}>
            {EVENTS.map((e) => (
              <option key={e} value={e}>
                {CAM_EVENTS[e]}
              </option>
            ))}
          </SelectField>
          <div className="w-28">
            <TextField
              label="Degrees"
              inputMode="decimal"
              className="figure text-lead"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </div>
          <SelectField
            label="Wheel set by"
            value={zero}
            onChange={(e) => setZero(e.target.value as WheelZero)}
          >
            {Object.entries(WHEEL_ZEROS).map(([key, z]) => (
              <option key={key} value={key}>
                {z.name}
              </option>
            ))}
          </SelectField>
          <Button look="brass" type="submit">
            Keep
          </Button>
          {last && (
            <Button look="quiet" onClick={() => send(newEntry(TAKE_BACK, { of: last.id }))}>
              Take back {last.degrees}°
            </Button>
          )}
        </form>
      )}
      <Trouble className="mt-1 font-semibold">{trouble}</Trouble>
      <div className="mt-2 grid gap-x-6 lg:grid-cols-2">
        {quantitiesOf(figures.filter((f) => EVENTS.some((e) => f.feature === `setup.cam.${e}`))).map(
          ({ key, leads, other }) => (
            <div key={key} className="border-t border-rule">
              <LimitStrip item={leads} other={other} unit={unit} onOpen={onItem} />
            </div>
          ),
        )}
      </div>
    </section>
  );
}
