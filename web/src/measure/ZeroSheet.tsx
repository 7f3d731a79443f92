import { onFigure, takeFromLine } from '../gaugeLine/index.js';
import { newEntry, type JobContext } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import { useEffect, useState, type FormEvent } from 'react';
import {
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
  type Needle,
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
    (i) => i.type === 'micrometer' && suggested.value >= i.rangeLow && suggested.value <= i.rangeHigh,
  );
  const [where, setWhere] = useState(micrometers[0]?.id ?? RING);
  const [ringU, setRingU] = useState('');
  const micrometer = micrometers.find((m) => m.id === where);
  const worth = (zeroed: number | null) =>
    micrometer &&
    comparatorWorth(file, cylinder, gauge, micrometer, context.by, new Date().toISOString(), zeroed);
  const [whole, compared] = [worth(null), worth(3)];
  const good = (u: number) => `${atLeastText(2 * u, context.unit)} ${context.unit}`;
  const unitOf = (place: string) => lengthUnitOf(file.instruments, place, gauge.unit);
  const [text, setText] = useState(() =>
    toDecimal(suggested.value, unitOf(where), unitOf(where) === 'mm' ? 3 : 4),
  );
  const [needle, setNeedle] = useState<Needle | null>(null);
  const [repeats, setRepeats] = useState('3');
  const [error, setError] = useState<{ field: string; sentence: string } | null>(null);
  const wrong = (field: string) => (error?.field === field ? error.sentence : undefined);

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const trouble = (field: string, sentence: string) => setError({ field, sentence });
    const size = parseReading(text, { unit: unitOf(where) });
    if (!size.ok) return trouble('text', size.sentence);
    const times = Number(repeats);
    if (!Number.isInteger(times) || times < 1 || times > 20) return trouble('repeats', 'From 1 to 20.');
    if (!needle) return trouble('needle', 'Which way does it turn? Push the contact in and look.');
    const u = where === RING ? parseReading(ringU, { unit: 'mm' }) : null;
    if (u && !u.ok) return trouble('ringU', u.sentence);
    const setIn =
      where === RING
        ? { kind: 'ring' as const, u: u?.ok ? u.value : 0 }
        : { kind: 'micrometer' as const, instrumentId: where };
    void post(file.job.id, [
      newEntry(ZERO, {
        instrumentId: gauge.id,
        in: setIn,
        text: text.trim(),
        needle,
        repeats: times,
      }),
    ]);
    onClose();
  };
  return (
    <Sheet title={`Zero ${gauge.name}`} onClose={onClose}>
      <form onSubmit={submit} className="grid gap-4">
        <ol className="list-decimal pl-5">
          {STEPS.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        <SelectField label="Set in" value={where} onChange={(e) => setWhere(e.target.value)}>
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
            value={ringU}
            onChange={(e) => setRingU(e.target.value)}
            error={wrong('ringU')}
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
          value={text}
          onChange={(e) => setText(e.target.value)}
          error={wrong('text')}
        />
        <fieldset className="grid gap-1">
          <legend className="text-small text-soft">When the bore is larger the needle turns</legend>
          <div className="flex flex-wrap gap-x-6">
            {(Object.keys(NEEDLES) as Needle[]).map((n) => (
              <label key={n} className="inline-flex min-h-11 items-center gap-2">
                <input
                  type="radio"
                  name="needle"
                  className="size-5 accent-(--blue)"
                  checked={needle === n}
                  onChange={() => setNeedle(n)}
                />
                {n === 'clockwise-larger' ? 'clockwise' : 'anticlockwise'}
              </label>
            ))}
          </div>
          {wrong('needle') && (
            <p role="alert" className="text-small text-beyond">
              {wrong('needle')}
            </p>
          )}
        </fieldset>
        <TextField
          label="How often the zero was found again"
          inputMode="numeric"
          className="figure"
          value={repeats}
          onChange={(e) => setRepeats(e.target.value)}
          error={wrong('repeats')}
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
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>();
  const keep = (typed: string) => {
    const parsed = parseReading(typed, readingContext(gauge, true));
    if (!parsed.ok) return setError(parsed.sentence);
    void post(file.job.id, [
      newEntry(CLOSING_ZERO, {
        zeroId: zero.id,
        text: typed.trim(),
      }),
    ]);
    onClose();
  };
  useEffect(() => onFigure(setText), []);
  const parsed = text ? parseReading(text, readingContext(gauge, true)) : null;
  const allowed = driftAllowed(gauge);
  const q = parsed?.ok ? fromDeviation(zero, parsed.value) - zero.value : null;
  const figure = (v: number) => withUnit(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });
  return (
    <Sheet title={`Closing zero of ${gauge.name}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          keep(text);
        }}
      >
        <p>
          Put the gauge back into the same setting, {figure(zero.value)}, and read the dial at the reversal.
          What it wandered is taken out of the readings between, in proportion to time.
        </p>
        <TextField
          label={`Dial, ${gauge.unit === 'mm' ? 'µm' : 'tenths'}, clockwise positive`}
          autoFocus
          inputMode="decimal"
          className="figure text-lead"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            // The foot-switch: once for the figure, once more to keep it.
            if (e.key !== ' ') return;
            e.preventDefault();
            if (text) keep(text);
            else if (!takeFromLine()) setError('No gauge is connected: type what the dial shows.');
          }}
          error={error}
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
