import { onFigure, takeFromLine } from '../gaugeLine/index.js';
import { FieldTrouble, lengthOf } from '../forms/index.js';
import { useEntryForm, type JobContext } from '../job/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import { useEffect } from 'react';
import {
  atHand,
  CLOSING_ZERO,
  ZERO,
  atLeastText,
  comparatorWorth,
  driftAllowed,
  fromDeviation,
  lengthUnitOf,
  NEEDLES,
  nm,
  parseReading,
  readingContext,
  suggestedZero,
  toDecimal,
  withUnit,
  type Instrument,
  type BodyOf,
  type EntryOf,
  type Needle,
  type ZeroEntry,
  type Zero,
} from '@tribos/core';

const STEPS = [
  'Set the micrometer to the size below, let it settle, lock it.',
  'Put the bore gauge between its faces and rock it: the reversal of the needle is the reading.',
  'Turn the dial to zero there. Take the gauge out and find the reversal again, three times in all.',
  'Then read each place of the bore three times. Out of the bore the needle wanders: only reversals count.',
] as const;

const RING = 'ring';

/** Zeroing a comparator before a map, or finding its zero again after it. */
export function ZeroSheet({
  context,
  gauge,
  cylinder,
  zero,
  onClose,
}: {
  context: JobContext;
  gauge: Instrument;
  cylinder: number;
  zero: Zero | null;
  onClose: () => void;
}) {
  return zero ? (
    <ClosingZero context={context} gauge={gauge} zero={zero} onClose={onClose} />
  ) : (
    <OpeningZero context={context} gauge={gauge} cylinder={cylinder} onClose={onClose} />
  );
}

interface OpeningValues {
  /** A micrometer, or the ring. */
  where: string;
  ringU: string;
  text: string;
  needle: Needle | '';
  repeats: string;
}

function OpeningZero({
  context,
  gauge,
  cylinder,
  onClose,
}: {
  context: JobContext;
  gauge: Instrument;
  cylinder: number;
  onClose: () => void;
}) {
  const { file, judgement } = context;
  const suggested = suggestedZero(file, judgement, cylinder);
  const micrometers = file.instruments.filter(
    (i) =>
      atHand(i) && i.type === 'micrometer' && suggested.value >= i.rangeLow && suggested.value <= i.rangeHigh,
  );
  const unitOf = (place: string) => lengthUnitOf(file.instruments, place, gauge.unit);
  const place = micrometers[0]?.id ?? RING;
  const form = useEntryForm<OpeningValues, ZeroEntry, BodyOf<typeof ZERO>>(
    file,
    ZERO,
    {
      where: place,
      ringU: '',
      text: toDecimal(suggested.value, unitOf(place), unitOf(place) === 'mm' ? 3 : 4),
      needle: '',
      repeats: '3',
    },
    (v) => {
      lengthOf('text', v.text, unitOf(v.where));
      if (v.needle === '')
        throw new FieldTrouble('needle', 'Which way does it turn? Push the contact in and look.');
      const repeats = Number(v.repeats);
      if (!Number.isInteger(repeats) || repeats < 1 || repeats > 20)
        throw new FieldTrouble('repeats', 'From 1 to 20.');
      return {
        instrumentId: gauge.id,
        in:
          v.where === RING
            ? { kind: 'ring', u: lengthOf('ringU', v.ringU, 'mm') }
            : { kind: 'micrometer', instrumentId: v.where },
        text: v.text.trim(),
        needle: v.needle,
        repeats,
      };
    },
    { '/in/instrumentId': 'where', '/in/u': 'ringU' },
  );
  const { register, watch, formState } = form;
  const { errors } = formState;
  const where = watch('where');
  const micrometer = micrometers.find((m) => m.id === where);
  const worth = (zeroed: number | null) =>
    micrometer &&
    comparatorWorth(file, cylinder, gauge, micrometer, context.by, new Date().toISOString(), zeroed);
  const [whole, compared] = [worth(null), worth(3)];
  const good = (u: number) => `${atLeastText(2 * u, context.unit)} ${context.unit}`;
  return (
    <Sheet title={`Zero ${gauge.name}`} onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        <ol className="list-decimal pl-5">
          {STEPS.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        <SelectField label="Set in" error={errors.where?.message} {...register('where')}>
          {micrometers.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
          <option value={RING}>a setting ring</option>
        </SelectField>
        {where === RING && (
          <TextField
            label="Standard uncertainty of the ring, mm"
            hint="From its certificate"
            inputMode="decimal"
            className="figure"
            error={errors.ringU?.message}
            {...register('ringU')}
          />
        )}
        {whole && compared && (
          <p className="text-small text-soft">
            With the piston measured in the same micrometer its error cancels: clearance good to ±
            {good(compared.clearance)} by deviation, ±{good(whole.clearance)} with sizes read whole.
          </p>
        )}
        <TextField
          label={`Size set, ${unitOf(where)}`}
          hint={
            suggested.from === 'piston'
              ? 'Measured piston and the middle of its clearance: the needle then reads bore − wanted.'
              : 'The size of the sheet. Set the size the micrometer shows best, near it.'
          }
          inputMode="decimal"
          className="figure text-lead"
          error={errors.text?.message}
          {...register('text')}
        />
        <fieldset className="grid gap-1">
          <legend className="text-small text-soft">When the bore is larger the needle turns</legend>
          <div className="flex flex-wrap gap-x-6">
            {(Object.keys(NEEDLES) as Needle[]).map((n) => (
              <label key={n} className="inline-flex min-h-11 items-center gap-2">
                <input type="radio" value={n} className="size-5 accent-(--blue)" {...register('needle')} />
                {n === 'clockwise-larger' ? 'clockwise' : 'anticlockwise'}
              </label>
            ))}
          </div>
          {errors.needle && (
            <p role="alert" className="text-small text-beyond">
              {errors.needle.message}
            </p>
          )}
        </fieldset>
        <TextField
          label="How often the zero was found again"
          inputMode="numeric"
          className="figure"
          error={errors.repeats?.message}
          {...register('repeats')}
        />
        <Button look="brass" type="submit">
          Read by deviation from here
        </Button>
      </form>
    </Sheet>
  );
}

function ClosingZero({
  context,
  gauge,
  zero,
  onClose,
}: {
  context: JobContext;
  gauge: Instrument;
  zero: Zero;
  onClose: () => void;
}) {
  const { file, unit } = context;
  const form = useEntryForm<{ text: string }, EntryOf<typeof CLOSING_ZERO>, BodyOf<typeof CLOSING_ZERO>>(
    file,
    CLOSING_ZERO,
    { text: '' },
    (v) => {
      const read = parseReading(v.text, readingContext(gauge, true));
      if (!read.ok) throw new FieldTrouble('text', read.sentence);
      return { zeroId: zero.id, text: v.text.trim() };
    },
  );
  const { register, setValue, setError, watch, formState } = form;
  useEffect(() => onFigure((figure) => setValue('text', figure)), [setValue]);
  const text = watch('text');
  const parsed = text ? parseReading(text, readingContext(gauge, true)) : null;
  const allowed = driftAllowed(gauge);
  const q = parsed?.ok ? fromDeviation(zero, parsed.value) - zero.value : null;
  const figure = (v: number) => withUnit(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });
  return (
    <Sheet title={`Closing zero of ${gauge.name}`} onClose={onClose}>
      <form className="grid gap-4" onSubmit={(e) => void form.keep(onClose)(e)}>
        <p>
          Put the gauge back into the same setting, {figure(zero.value)}, and read the dial at the reversal.
          What it wandered is taken out of the readings between, in proportion to time.
        </p>
        <TextField
          label={`Dial, ${gauge.unit === 'mm' ? 'µm' : 'tenths'}, clockwise positive`}
          autoFocus
          inputMode="decimal"
          className="figure text-lead"
          {...register('text')}
          onKeyDown={(e) => {
            // The foot-switch: once for the figure, once more to keep it.
            if (e.key !== ' ') return;
            e.preventDefault();
            if (text) void form.keep(onClose)(e);
            else if (!takeFromLine())
              setError('text', { message: 'No gauge is connected: type what the dial shows.' });
          }}
          error={formState.errors.text?.message}
        />
        <p role="status" className={q !== null && Math.abs(q) > allowed ? 'text-beyond' : 'text-soft'}>
          {q === null
            ? `Up to ${figure(allowed)} is corrected; beyond it the map is taken again.`
            : Math.abs(q) > allowed
              ? `${figure(q)} is more than scatter explains (${figure(allowed)}): the readings since the zero are put aside and taken again.`
              : `${figure(q)} is within ${figure(allowed)}: corrected.`}
        </p>
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
    </Sheet>
  );
}
