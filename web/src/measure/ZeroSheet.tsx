import { useState } from 'react';
import {
  atHand,
  atLeastText,
  CLOSING_ZERO,
  driftAllowed,
  fromDeviation,
  lengthUnitOf,
  nm,
  parseReading,
  readingContext,
  toDecimal,
  withUnit,
  ZERO,
  type Instrument,
  type LengthUnit,
  type Zero,
  type ZeroEntry,
} from '@tribos/core/ground';
import { comparatorWorth, suggestedZero } from '@tribos/core/readings';
import { EntrySheet } from '../entry/index.js';
import type { JobContext } from '../job/index.js';
import { SelectField, TextField } from '../ui/index.js';

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

/** The instrument it is set in, or the ring. */
const settingOf = (where: string, ringU: string, unit: LengthUnit): ZeroEntry['in'] =>
  where === RING
    ? { kind: 'ring', u: uncertaintyOf(ringU, unit) }
    : { kind: 'micrometer', instrumentId: where };

/** @returns NaN, which its reader refuses, where it is no length */
function uncertaintyOf(text: string, unit: LengthUnit): number {
  const read = parseReading(text, { unit });
  return read.ok ? read.value : Number.NaN;
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
  const { file } = context;
  const suggested = suggestedZero(file, cylinder);
  const micrometers = file.instruments.filter(
    (i) =>
      atHand(i) && i.type === 'micrometer' && suggested.value >= i.rangeLow && suggested.value <= i.rangeHigh,
  );
  const [where, setWhere] = useState(micrometers[0]?.id ?? RING);
  const [ringU, setRingU] = useState('');
  const unit = lengthUnitOf(file.instruments, where, gauge.unit);
  const micrometer = micrometers.find((m) => m.id === where);
  return (
    <EntrySheet
      title={`Zero ${gauge.name}`}
      says={
        <>
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
              label={`Standard uncertainty of the ring, ${unit}`}
              hint="From its certificate"
              inputMode="decimal"
              className="figure"
              value={ringU}
              error={
                ringU !== '' && Number.isNaN(uncertaintyOf(ringU, unit))
                  ? `That is no length in ${unit}.`
                  : undefined
              }
              onChange={(e) => setRingU(e.target.value)}
            />
          )}
          {micrometer && <Worth {...{ context, gauge, cylinder, micrometer }} />}
        </>
      }
      kind={ZERO}
      in={unit}
      at={{ instrumentId: gauge.id, in: settingOf(where, ringU, unit) }}
      start={{
        text: toDecimal(suggested.value, unit, unit === 'mm' ? 3 : 4),
        repeats: 3,
      }}
      asks={{
        text: {
          label: `Size set, ${unit}`,
          hint:
            suggested.from === 'piston'
              ? 'Measured piston and the middle of its clearance: the needle then reads bore − wanted.'
              : 'The size of the sheet. Set the size the micrometer shows best, near it.',
          looks: 'figure',
        },
        needle: {
          label: 'When the bore is larger the needle turns',
          words: { 'clockwise-larger': 'clockwise', 'clockwise-smaller': 'anticlockwise' },
          looks: 'buttons',
        },
        repeats: { label: 'How often the zero was found again' },
      }}
      needs={{ needle: 'Which way does it turn? Push the contact in and look.' }}
      keep="Read by deviation from here"
      onClose={onClose}
    />
  );
}

/** What a comparator set in a micrometer can prove: its error cancels where the piston was measured in the same one. */
function Worth({
  context,
  gauge,
  cylinder,
  micrometer,
}: {
  context: JobContext;
  gauge: Instrument;
  cylinder: number;
  micrometer: Instrument;
}) {
  const { file, by, unit } = context;
  const worth = (zeroed: number | null) =>
    comparatorWorth(file, cylinder, gauge, micrometer, by, new Date().toISOString(), zeroed);
  const [whole, compared] = [worth(null), worth(3)];
  if (!whole || !compared) return null;
  const good = (u: number) => `${atLeastText(2 * u, unit)} ${unit}`;
  return (
    <p className="text-small text-soft">
      With the piston measured in the same micrometer its error cancels: clearance good to ±
      {good(compared.clearance)} by deviation, ±{good(whole.clearance)} with sizes read whole.
    </p>
  );
}

/** The zero found again: what the dial says of the readings between. */
function Wandered({
  context,
  gauge,
  zero,
  text,
}: {
  context: JobContext;
  gauge: Instrument;
  zero: Zero;
  text: string;
}) {
  const parsed = text ? parseReading(text, readingContext(gauge, true)) : null;
  const allowed = driftAllowed(gauge);
  const q = parsed?.ok ? fromDeviation(zero, parsed.value) - zero.value : null;
  const figure = figureIn(context.unit);
  const isMore = q !== null && Math.abs(q) > allowed;
  return (
    <p role="status" className={isMore ? 'text-beyond' : 'text-soft'}>
      {q === null
        ? `Up to ${figure(allowed)} is corrected; beyond it the map is taken again.`
        : isMore
          ? `${figure(q)} is more than scatter explains (${figure(allowed)}): the readings since the zero are put aside and taken again.`
          : `${figure(q)} is within ${figure(allowed)}: corrected.`}
    </p>
  );
}

const figureIn = (unit: LengthUnit) => (v: number) =>
  withUnit(nm(Math.round(v)), { unit, step: 1_000, extra: 1 });

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
  return (
    <EntrySheet
      title={`Closing zero of ${gauge.name}`}
      says={
        <p>
          Put the gauge back into the same setting, {figureIn(context.unit)(zero.value)}, and read the dial at
          the reversal. What it wandered is taken out of the readings between, in proportion to time.
        </p>
      }
      kind={CLOSING_ZERO}
      at={{ zeroId: zero.id }}
      asks={{
        text: {
          label: `Dial, ${gauge.unit === 'mm' ? 'µm' : 'tenths'}, clockwise positive`,
          looks: 'figure',
          first: true,
        },
      }}
      line="text"
      beforeKeep={({ text }) => <Wandered {...{ context, gauge, zero, text: text('text') }} />}
      onClose={onClose}
    />
  );
}
