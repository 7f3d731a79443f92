import { useState, type ReactNode } from 'react';
import {
  atLeastText,
  calibrationOverdue,
  checkedNow,
  isCheckedSo,
  formatLength,
  fromDeviation,
  leafText,
  nm,
  oneReadingU,
  parseReading,
  readingContext,
  placeKey,
  placeName,
  type JobFile,
  type LeafEntry,
  type LengthUnit,
  type ReadingEntry,
} from '@tribos/core';
import { useLineState } from '../gaugeLine/index.js';
import type { Waiting } from '../outbox/index.js';
import { Kbd } from '../ui/index.js';
import { Question, Refused } from './BarNotices.js';
import { Keypad } from './Keypad.js';
import { LeafRack } from './LeafRack.js';
import { useTypedOn } from './typing.js';
import type { Bar } from './useBar.js';

/** `good to ±0.013 mm`: twice the standard uncertainty of one reading with this gauge here, by this person. */
function goodTo(file: JobFile, entry: Bar, by: string, unit: LengthUnit): string {
  const { gauge, station, zero, leaves } = entry;
  if (!gauge) return 'no gauge fits';
  if (leaves) return `each leaf to ±${atLeastText(gauge.maxError, unit)} ${unit}`;
  const u = oneReadingU(file, station, gauge, by, new Date().toISOString(), zero);
  return `good to ±${atLeastText(2 * u, unit)} ${unit}`;
}

function Cell({
  label,
  className = '',
  children,
}: {
  label: ReactNode;
  className?: string;
  children: ReactNode;
}) {
  return (
    <div
      className={`min-w-0 border-l border-rule px-4 py-2 lg:first:border-l-0 short:px-2 short:py-1 ${className}`}
    >
      <p className="truncate text-small text-soft">{label}</p>
      {children}
    </div>
  );
}

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
  entry: Bar;
  by: string;
  refused: readonly Waiting[];
  /** Entries of this job that the server has not answered for. */
  waiting: number;
  count: { at: number; of: number };
  /** Opens the zero of the comparator; null where none is read. */
  onZero: (() => void) | null;
}) {
  const [keypad, setKeypad] = useState(() => window.matchMedia('(pointer: coarse)').matches);
  const { gauge, station, say, last, zero, leaves } = entry;
  const line = useLineState();
  const checks = gauge !== null && isCheckedSo(gauge.type);
  const checked = checks && checkedNow(file, gauge.id, new Date().toISOString()) !== null;
  const overdue = gauge && calibrationOverdue(gauge, new Date().toISOString());

  return (
    <section
      aria-label="Reading bar"
      className="no-print shrink-0 border-t-2 border-ink bg-sheet short:sticky short:bottom-0 short:z-20"
    >
      {refused.map((w) => (
        <Refused key={w.entry.id} waiting={w} />
      ))}
      {entry.question && <Question question={entry.question} answers={entry.answers} />}
      {leaves && <LeafRack leaves={leaves} unit={unit} />}
      <div className="grid grid-cols-2 lg:grid-cols-[15rem_minmax(0,1fr)_minmax(0,1.1fr)_19rem] short:grid-cols-3">
        <Cell
          label={
            <>
              gauge <Kbd>i</Kbd>
              {overdue && <span className="font-semibold text-beyond"> calibration overdue</span>}
              {line.status !== 'off' && (
                <span className={line.status === 'gone' ? 'font-semibold text-undecided' : ''}>
                  {' '}
                  {line.trouble || LINE[line.status]}
                </span>
              )}
            </>
          }
        >
          <select
            aria-label="Gauge"
            value={gauge?.id ?? ''}
            onChange={(e) => {
              entry.pickGauge(e.target.value);
              e.target.blur();
            }}
            className="-my-1.5 -ml-1 min-h-11 w-full truncate bg-transparent font-semibold"
          >
            {entry.gauges.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </select>
          <p className="flex items-center gap-2 text-small short:hidden">
            <span className="truncate text-soft">{goodTo(file, entry, by, unit)}</span>
            {onZero && (
              <button
                type="button"
                onClick={onZero}
                className="-mt-2.5 -mb-2 ml-auto min-h-11 shrink-0 px-1 text-blue underline underline-offset-4"
              >
                {zero ? 'close zero' : checks ? (checked ? 'zero ✓' : 'zero?') : 'zero it'} <Kbd>z</Kbd>
              </button>
            )}
          </p>
        </Cell>
        <Cell label="where">
          <p
            className="line-clamp-2 text-lead leading-5 font-semibold short:text-body short:leading-4"
            data-testid="where"
          >
            {placeName(file, station, unit)}
          </p>
          <p className="truncate text-small text-soft short:hidden">
            {count.at > 0 ? `${count.at} of ${count.of} in the plan` : 'beside the plan'} · arrows,{' '}
            <Kbd>[</Kbd> <Kbd>]</Kbd>
          </p>
        </Cell>
        <Cell
          label={
            zero ? (
              <>
                from {formatLength(nm(zero.value), { unit, step: 1_000 })} ·{' '}
                {zero.needle === 'clockwise-larger' ? 'clockwise is larger' : 'clockwise is smaller'}
                {entry.acts && ` · ${Math.min(entry.acts.done + 1, entry.acts.of)} of ${entry.acts.of}`}
              </>
            ) : (
              'reading'
            )
          }
          className={`order-first col-span-2 border-l-0 short:order-none short:col-span-1 lg:order-none lg:col-span-1 lg:block lg:border-l ${leaves ? 'hidden' : ''}`}
        >
          <Taking entry={entry} unit={unit} />
        </Cell>
        <Cell
          label={waiting > 0 ? `last · ${waiting} waiting to go up` : 'last'}
          className="col-span-2 border-t lg:col-span-1 lg:border-t-0 short:hidden"
        >
          <p className="truncate">
            {last ? (
              <>
                <span className="figure text-lead font-semibold">{lastText(last, unit)}</span>{' '}
                <span className="text-small">{placeName(file, last.station, unit)}</span>
              </>
            ) : (
              <span className="text-soft">nothing yet</span>
            )}
          </p>
          <p className="flex items-center gap-x-3 text-small whitespace-nowrap text-soft">
            <span>
              <Kbd>Enter</Kbd> accept
            </span>
            <button
              type="button"
              className="-mt-2.5 -mb-2 inline-flex min-h-11 items-center gap-1"
              onClick={entry.takeBack}
            >
              <Kbd>⌫</Kbd> take back
            </button>
            {!leaves && (
              <button
                type="button"
                className="-mt-2.5 -mb-2 min-h-11 px-1 text-blue underline underline-offset-4"
                aria-expanded={keypad}
                onClick={() => setKeypad(!keypad)}
              >
                keypad
              </button>
            )}
          </p>
        </Cell>
      </div>
      <p
        role="status"
        className={`min-h-0 truncate px-4 text-small ${say ? 'pb-1.5' : ''} ${say?.tone === 'trouble' ? 'font-semibold text-beyond' : 'text-soft'}`}
      >
        {say?.text}
      </p>
      {keypad && !leaves && <Keypad entry={entry} station={placeKey(station)} />}
    </section>
  );
}

const lastText = (last: ReadingEntry | LeafEntry, unit: LengthUnit): string =>
  last.kind === 'reading'
    ? `${last.text}${last.zeroId === null ? '' : last.unit === 'um' ? ' µm' : ` ${last.unit}`}`
    : `${leafText(
        last.stack.reduce((sum, l) => sum + l, 0),
        unit,
      )} ${last.answer === 'does-not' ? 'no' : last.answer}`;

/** The figure as it is being typed, and what it makes. */
function Taking({ entry, unit }: { entry: Bar; unit: LengthUnit }) {
  const { gauge, zero, leaves } = entry;
  const text = useTypedOn(entry.jobId);
  if (leaves && (text === '' || leaves.typedFor === null))
    return (
      <p className="flex min-h-13 items-center text-soft">
        answered above: g, d or x{leaves.typedFor !== null && `; digits are ${leaves.typedFor}`}
      </p>
    );
  if (leaves)
    return (
      <p className="flex min-h-13 items-center gap-3">
        <span data-testid="typed" className="figure text-taking leading-13 font-semibold">
          {text}
        </span>
        <span className="text-lead text-soft">{leaves.typedFor}</span>
      </p>
    );
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
    <p className="flex min-h-13 items-center gap-3 short:min-h-8" aria-live="off">
      <span
        data-testid="typed"
        className="figure inline-flex max-w-full items-center overflow-hidden text-taking leading-13 font-semibold short:text-reading short:leading-8"
      >
        {text}
        <span aria-hidden="true" className="ml-0.5 inline-block h-11 w-1 bg-brass short:h-7" />
      </span>
      <span className="text-lead text-soft">{says}</span>
    </p>
  );
}
