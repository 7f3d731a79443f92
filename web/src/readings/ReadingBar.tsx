import { Delete } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import {
  calibrationOverdue,
  formatLength,
  parseReading,
  stationKey,
  stationName,
  uncertaintyOf,
  withUnit,
  nm,
  readingEstimate,
  benchOf,
  wallMaterial,
  type JobFile,
  type LengthUnit,
} from '@tribos/core';
import { Button, Kbd } from '../ui/index.js';
import type { Entry } from './useEntry.js';
import { discard, type Waiting } from './outbox.js';

const KEYPAD = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '+'] as const;

/** `good to ±0.013 mm`: twice the standard uncertainty of one reading with this gauge here. */
function goodTo(file: JobFile, entry: Entry, unit: LengthUnit): string {
  if (!entry.gauge) return '';
  const at = new Date().toISOString();
  const one = readingEstimate(
    {
      id: 'now',
      value: file.engine.bore,
      instrumentId: entry.gauge.id,
      place: 'now',
      part: 'now',
      at,
      material: wallMaterial(file.engine.wall),
    },
    benchOf(file),
  );
  return `good to ±${withUnit(nm(2 * uncertaintyOf(one).u), { unit, step: 1_000 })}`;
}

function Cell({
  label,
  className = '',
  children,
}: {
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <div className={`min-w-0 border-l border-rule px-4 py-2 lg:first:border-l-0 ${className}`}>
      <p className="text-small text-soft">{label}</p>
      {children}
    </div>
  );
}

/** The bar every reading lands in: gauge, where, the figure, what was last. Nothing in it needs the mouse. */
export function ReadingBar({
  file,
  unit,
  entry,
  refused,
  count,
}: {
  file: JobFile;
  unit: LengthUnit;
  entry: Entry;
  refused: readonly Waiting[];
  count: { at: number; of: number };
}) {
  const [keypad, setKeypad] = useState(() => window.matchMedia('(pointer: coarse)').matches);
  const { gauge, station, text, question, answers, say, last } = entry;
  const parsed = text && gauge ? parseReading(text, { unit: gauge.unit }) : null;
  const overdue = gauge && calibrationOverdue(gauge, new Date().toISOString());

  return (
    <section aria-label="Reading bar" className="no-print shrink-0 border-t-2 border-ink bg-sheet">
      {refused.map((w) => (
        <p
          key={w.entry.id}
          role="alert"
          className="flex flex-wrap items-center gap-3 border-b border-rule px-4 py-1 text-beyond"
        >
          <span>
            The server did not take {w.entry.kind === 'reading' ? w.entry.text : 'an entry'}: {w.refused}
          </span>
          <Button look="quiet" onClick={() => void discard(w.entry.id)}>
            Throw it away
          </Button>
        </p>
      ))}
      {question && (
        <div
          role="alert"
          className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-brass px-4 py-1.5 text-on-brass"
        >
          <span className="text-lead">{question.sentence}</span>
          {answers.map((a) => (
            <button
              key={a.key}
              type="button"
              onClick={a.act}
              className="inline-flex min-h-11 items-center gap-2 rounded-edge border border-on-brass px-3 font-semibold"
            >
              <span className="figure border border-on-brass px-1.5 text-small">{a.key}</span> {a.label}
            </button>
          ))}
        </div>
      )}
      <div className="grid grid-cols-2 lg:grid-cols-[13rem_minmax(0,1fr)_minmax(0,1.1fr)_19rem]">
        <Cell label="gauge">
          <select
            aria-label="Gauge"
            value={gauge?.id ?? ''}
            onChange={(e) => {
              entry.pickGauge(e.target.value);
              e.target.blur();
            }}
            className="-ml-1 min-h-8 w-full truncate bg-sheet font-semibold"
          >
            {entry.gauges.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </select>
          <p className={`truncate text-small ${overdue ? 'font-semibold text-beyond' : 'text-soft'}`}>
            {overdue ? 'calibration overdue · ' : ''}
            {gauge ? goodTo(file, entry, unit) : 'no gauge fits'} <Kbd>i</Kbd>
          </p>
        </Cell>
        <Cell label="where">
          <p className="truncate text-lead font-semibold" data-testid="where">
            {stationName(file, station, unit)}
          </p>
          <p className="truncate text-small text-soft">
            {count.at > 0 ? `${count.at} of ${count.of} in the plan` : 'beside the plan'} · arrows,{' '}
            <Kbd>[</Kbd> <Kbd>]</Kbd>
          </p>
        </Cell>
        <Cell
          label="reading"
          className="order-first col-span-2 border-l-0 lg:order-none lg:col-span-1 lg:border-l"
        >
          <p className="flex min-h-13 items-center gap-3" aria-live="off">
            <span
              data-testid="typed"
              className="figure inline-flex items-center text-taking leading-13 font-semibold"
            >
              {text}
              <span aria-hidden="true" className="ml-0.5 inline-block h-11 w-1 bg-brass" />
            </span>
            <span className="text-lead text-soft">
              {parsed?.ok
                ? parsed.unit === gauge?.unit && !parsed.unitTyped
                  ? gauge.unit
                  : `= ${formatLength(parsed.value, { unit: gauge!.unit, step: 1_000 })} ${gauge!.unit}`
                : gauge?.unit}
            </span>
          </p>
        </Cell>
        <Cell label="last" className="col-span-2 border-t lg:col-span-1 lg:border-t-0">
          <p className="truncate">
            {last ? (
              <>
                <span className="figure text-lead font-semibold">{last.text}</span>{' '}
                <span className="text-small">{stationName(file, last.station, unit)}</span>
              </>
            ) : (
              <span className="text-soft">nothing yet</span>
            )}
          </p>
          <p className="flex items-center gap-x-3 text-small whitespace-nowrap text-soft">
            <span>
              <Kbd>Enter</Kbd> accept
            </span>
            <button type="button" className="inline-flex items-center gap-1" onClick={entry.takeBack}>
              <Kbd>⌫</Kbd> take back
            </button>
            <button
              type="button"
              className="text-blue underline underline-offset-4"
              aria-expanded={keypad}
              onClick={() => setKeypad(!keypad)}
            >
              keypad
            </button>
          </p>
        </Cell>
      </div>
      <p
        role="status"
        className={`min-h-0 truncate px-4 text-small ${say ? 'pb-1.5' : ''} ${say?.tone === 'trouble' ? 'font-semibold text-beyond' : 'text-soft'}`}
      >
        {say?.text}
      </p>
      {keypad && (
        <div
          className="grid grid-cols-5 gap-1 border-t border-rule p-2"
          role="group"
          aria-label="Keypad"
          data-station={stationKey(station)}
        >
          {KEYPAD.map((k, i) => (
            <button
              key={k}
              type="button"
              onClick={() => entry.setText(text + k)}
              className="figure min-h-14 bg-page text-reading"
              style={{ gridColumn: (i % 3) + 1, gridRow: Math.floor(i / 3) + 1 }}
            >
              {k}
            </button>
          ))}
          <button
            type="button"
            aria-label="Delete the last digit"
            onClick={() => (text ? entry.setText(text.slice(0, -1)) : entry.takeBack())}
            className="col-start-4 row-span-2 row-start-1 inline-flex items-center justify-center bg-page"
          >
            <Delete aria-hidden="true" />
          </button>
          <button
            type="button"
            onClick={() => entry.accept(true)}
            className="col-start-4 row-span-2 row-start-3 bg-page"
          >
            Repeat here
          </button>
          <button
            type="button"
            onClick={() => entry.accept(false)}
            className="col-start-5 row-span-4 row-start-1 bg-brass text-lead font-semibold text-on-brass"
          >
            Accept
          </button>
        </div>
      )}
    </section>
  );
}
