import {
  atLeastText,
  calibrationOverdue,
  formatLength,
  fromDeviation,
  leafText,
  nm,
  parseReading,
  readingContext,
  placeKey,
  placeName,
  type JobFile,
  type LeafEntry,
  type LengthUnit,
  type ReadingEntry,
} from '@tribos/core/ground';
import { checkedNow, isCheckedSo, oneReadingU } from '@tribos/core/readings';
import { useLineState } from '../gaugeLine/index.js';
import type { Waiting } from '../outbox/index.js';
import { Bar, BarPart, Keypad, keypadOpen, KeypadSwitch, LastSaid, Typed } from '../frame/index.js';
import { Kbd } from '../ui/index.js';
import { Question, Refused } from './BarNotices.js';
import { LeafRack } from './LeafRack.js';
import { useTypedOn } from './typing.js';
import type { Bar as Reading } from './reading.js';

/** `good to ±0.013 mm`: twice the standard uncertainty of one reading with this gauge here, by this person. */
function goodTo(file: JobFile, entry: Reading, by: string, unit: LengthUnit): string {
  const { gauge, station, zero, leaves } = entry;
  if (!gauge) return 'no gauge fits';
  if (leaves) return `each leaf to ±${atLeastText(gauge.maxError, unit)} ${unit}`;
  const u = oneReadingU(file, station, gauge, by, new Date().toISOString(), zero);
  return `good to ±${atLeastText(2 * u, unit)} ${unit}`;
}

/** Names longer than this stand smaller, in two lines. */
const LONG = 28;

const LINE = {
  off: '',
  connecting: 'looking for the gauge',
  ready: 'connected, Space takes it',
  gone: 'gauge is gone: type meanwhile',
} as const;

/** The bar every reading lands in: gauge, where, the figure, what was last. Nothing in it needs the mouse. */
export function ReadingBar({
  file,
  unit,
  entry,
  by,
  refused,
  waiting,
  count,
  onZero,
}: {
  file: JobFile;
  unit: LengthUnit;
  entry: Reading;
  by: string;
  refused: readonly Waiting[];
  /** Entries of this job that the server has not answered for. */
  waiting: number;
  count: { at: number; of: number };
  /** Opens the zero of the comparator; null where none is read. */
  onZero: (() => void) | null;
}) {
  const keypad = keypadOpen.use();
  const { gauge, station, say, last, zero, leaves } = entry;
  const where = placeName(file, station, unit);
  const overdue = gauge && calibrationOverdue(gauge, new Date().toISOString());

  return (
    <Bar
      label="Reading bar"
      over={
        <>
          {refused.map((w) => (
            <Refused key={w.entry.id} waiting={w} />
          ))}
          {entry.question && <Question question={entry.question} answers={entry.answers} />}
          <p
            role="status"
            className={`border-t border-rule px-4 py-1 empty:hidden ${say?.tone === 'trouble' ? 'font-semibold text-beyond' : 'text-soft'}`}
          >
            {say?.text}
          </p>
        </>
      }
      under={
        keypad &&
        !leaves && <Keypad typing={entry} signed={zero !== null} repeatable at={placeKey(station)} />
      }
    >
      <BarPart part="first" className="overflow-clip">
        <p
          className={`font-semibold ${where.length > LONG ? 'text-body leading-4.5 max-lg:text-small max-lg:leading-4' : 'text-lead leading-6 max-lg:text-body max-lg:leading-4.5'}`}
          data-testid="where"
        >
          {where}
        </p>
        <GaugeInHand {...{ file, unit, entry, by, count, onZero }} />
      </BarPart>
      <BarPart part="middle" className="overflow-clip">
        {leaves ? (
          <LeafRack
            leaves={leaves}
            unit={unit}
            typed={
              <>
                <TypedBeside entry={entry} />
                <LineSays />
              </>
            }
          />
        ) : (
          <>
            <p className="truncate text-small leading-4 text-soft short:hidden">
              {zero ? (
                <>
                  from {formatLength(nm(zero.value), { unit, step: 1_000 })} ·{' '}
                  {zero.needle === 'clockwise-larger' ? 'clockwise is larger' : 'clockwise is smaller'}
                  {entry.acts && ` · ${Math.min(entry.acts.done + 1, entry.acts.of)} of ${entry.acts.of}`}
                </>
              ) : (
                goodTo(file, entry, by, unit)
              )}
              {overdue && <span className="font-semibold text-beyond"> · calibration overdue</span>}
              <LineSays before=" · " />
            </p>
            <Taking entry={entry} unit={unit} />
          </>
        )}
      </BarPart>
      <LastSaid
        said={
          last ? (
            <>
              <p className="figure text-lead font-semibold">{lastText(last, unit)}</p>
              <p className="text-small leading-4">{placeName(file, last.station, unit)}</p>
            </>
          ) : null
        }
        waiting={waiting}
        onBack={entry.takeBack}
      />
    </Bar>
  );
}

/** How far the walk is, the gauge in hand and the way to another, and its zero. */
function GaugeInHand({
  file,
  unit,
  entry,
  by,
  count,
  onZero,
}: Pick<Parameters<typeof ReadingBar>[0], 'file' | 'unit' | 'entry' | 'by' | 'count' | 'onZero'>) {
  const { gauge, zero } = entry;
  const checks = gauge !== null && isCheckedSo(gauge.type);
  const checked = checks && checkedNow(file, gauge.id, new Date().toISOString()) !== null;
  return (
    <p className="-mb-1 flex items-center gap-2 text-small">
      <span className="figure shrink-0 text-soft">
        {count.at > 0 ? `${count.at} of ${count.of}` : 'beside'}
      </span>
      <select
        aria-label="Gauge"
        title={gauge ? `${gauge.name}, ${goodTo(file, entry, by, unit)}` : undefined}
        value={gauge?.id ?? ''}
        onChange={(e) => {
          entry.pickGauge(e.target.value);
          e.target.blur();
        }}
        className="-my-1.5 min-h-11 min-w-0 flex-1 bg-transparent"
      >
        {entry.gauges.map((g) => (
          <option key={g.id} value={g.id}>
            {g.name}
          </option>
        ))}
      </select>
      {onZero && (
        <button
          type="button"
          onClick={onZero}
          className="-my-1.5 min-h-11 shrink-0 px-1 text-blue underline underline-offset-4"
        >
          {zero ? 'close zero' : checks ? (checked ? 'zero ✓' : 'zero?') : 'zero it'} <Kbd>z</Kbd>
        </button>
      )}
    </p>
  );
}

const lastText = (last: ReadingEntry | LeafEntry, unit: LengthUnit): string =>
  last.kind === 'reading'
    ? `${last.text}${last.zeroId === null ? '' : last.unit === 'um' ? ' µm' : ` ${last.unit}`}`
    : `${leafText(
        last.stack.reduce((sum, l) => sum + l, 0),
        unit,
      )} ${last.answer === 'does-not' ? 'no' : last.answer}`;

/** Whether a gauge is on the line, in small; nothing while none is looked for. */
function LineSays({ before = '' }: { before?: string }) {
  const { status, trouble } = useLineState();
  if (status === 'off') return null;
  return (
    <span className={`text-small ${status === 'gone' ? 'font-semibold text-undecided' : 'text-soft'}`}>
      {before}
      {trouble || LINE[status]}
    </span>
  );
}

/** Digits typed while leaves are answered, and what they are. */
function TypedBeside({ entry }: { entry: Reading }) {
  const text = useTypedOn(entry.jobId);
  const { leaves } = entry;
  if (!leaves || leaves.typedFor === null) return null;
  return text === '' ? (
    <span className="text-small text-soft max-xl:hidden">digits are {leaves.typedFor}</span>
  ) : (
    <span>
      <span data-testid="typed" className="figure text-lead font-semibold">
        {text}
      </span>{' '}
      <span className="text-small text-soft">{leaves.typedFor}</span>
    </span>
  );
}

/** The figure as it is being typed, and what it makes; a finger on it brings the keypad. */
function Taking({ entry, unit }: { entry: Reading; unit: LengthUnit }) {
  const { gauge, zero } = entry;
  const text = useTypedOn(entry.jobId);
  const parsed = text && gauge ? parseReading(text, readingContext(gauge, zero !== null)) : null;
  const deviation = gauge?.unit === 'in' ? 'tenths' : 'µm';
  const usual = zero ? deviation : gauge?.unit;
  const size = parsed?.ok ? (zero ? fromDeviation(zero, parsed.value) : parsed.value) : null;
  const says =
    size === null || !parsed?.ok
      ? usual
      : zero
        ? `${deviation} = ${formatLength(size, { unit, step: 1_000 })} ${unit}`
        : parsed.unit === gauge?.unit && !parsed.unitTyped
          ? usual
          : `= ${formatLength(size, { unit: gauge!.unit, step: 1_000 })} ${gauge!.unit}`;
  return (
    <div className="flex items-center gap-3" aria-live="off">
      <Typed text={text} />
      <span className="text-lead whitespace-nowrap text-soft">{says}</span>
      <KeypadSwitch />
    </div>
  );
}
