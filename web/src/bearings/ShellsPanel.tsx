import { useState } from 'react';
import { capital, formatLength, nm, type JobFile, type LengthUnit } from '@tribos/core/ground';
import {
  bearingsOf,
  CODES_READ,
  PLASTIC_STRIP,
  ROWS,
  rowOf,
  shellAdvice,
  SHELLS_IN,
  shellsIn,
  type Row,
} from '@tribos/core/bearings';
import type { SentEntry } from '@tribos/core/house';
import { Trouble } from '../ui/index.js';
import { newEntry, useSend, type PanelProps } from '../job/index.js';
import { useMay } from '../people/index.js';
import { StripSheet } from './StripSheet.js';

const WAYS = {
  swap: 'swapping those that are there',
  few: 'new ones for these alone',
  new: 'a new set by the colours wanted',
} as const;

/** Shells of a row by colour: codes stamped, what lies in it now, what would bring all of them in. */
export function ShellsPanel({ context: { file, unit } }: PanelProps) {
  return (
    <>
      {(Object.keys(ROWS) as Row[])
        .filter((row) => (rowOf(file.engine, row)?.shells.length ?? 0) > 0)
        .map((row) => (
          <ShellRow key={row} file={file} row={row} unit={unit} />
        ))}
    </>
  );
}

function ShellRow({ file, row, unit }: { file: JobFile; row: Row; unit: LengthUnit }) {
  const mayDo = useMay('measure');
  const { trouble, send } = useSend(file);
  const [strip, setStrip] = useState<string | null>(null);
  const advice = shellAdvice(file, row);
  const figure = (v: number) => formatLength(nm(Math.round(v)), { unit, step: 1_000 });
  const wrong = advice?.bearings.filter(
    (b) =>
      b.clearanceNow !== null && (b.clearanceNow < advice.range.low || b.clearanceNow > advice.range.high),
  );
  return (
    <section className="mb-4">
      <h2 className="border-b border-ink/60 pb-0.5 text-small font-semibold text-soft">
        Shells of the {ROWS[row]}
      </h2>
      {advice && (
        <p className="py-1">
          {wrong && wrong.length > 0
            ? `${capital(wrong.map((b) => b.name).join(' and '))} outside ${figure(advice.range.low)}–${figure(advice.range.high)} ${unit}: ${WAYS[advice.way]} ${advice.choice.inside ? 'brings all in' : 'brings as many in as there are colours for'}.`
            : `By ${advice.by === 'size' ? 'the sizes read' : 'the codes'}, nearest the middle of ${figure(advice.range.low)}–${figure(advice.range.high)} ${unit}.`}{' '}
          <span className="text-soft">Verified by measuring once they are fitted.</span>
        </p>
      )}
      <Trouble>{trouble}</Trouble>
      <div className="relative overflow-x-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="text-small text-soft">
              {['bearing', 'codes', 'in it now', 'leaves', 'wanted', 'leaves', 'strip'].map((h, i) => (
                <th key={i} scope="col" className="pr-2 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {bearingsOf(file.engine, row).map((b) => (
              <BearingRow
                key={b.key}
                file={file}
                row={row}
                bearing={b}
                of={advice?.bearings.find((a) => a.key === b.key)}
                unit={unit}
                send={send}
                onStrip={mayDo ? () => setStrip(b.key) : null}
              />
            ))}
          </tbody>
        </table>
      </div>
      {strip !== null && (
        <StripSheet file={file} row={row} bearing={strip} unit={unit} onClose={() => setStrip(null)} />
      )}
    </section>
  );
}

/** One bearing: its codes, the shells in it, what they leave, and those that are wanted. */
function BearingRow({
  file,
  row,
  bearing: b,
  of,
  unit,
  send,
  onStrip,
}: {
  file: JobFile;
  row: Row;
  bearing: ReturnType<typeof bearingsOf>[number];
  of: NonNullable<ReturnType<typeof shellAdvice>>['bearings'][number] | undefined;
  unit: LengthUnit;
  send: (...entries: SentEntry[]) => boolean;
  /** Lays a plastic strip; null for who only looks. */
  onStrip: (() => void) | null;
}) {
  /** One code whose other is not read yet. */
  const [half, setHalf] = useState<{ housing: string; journal: string } | null>(null);
  const sheet = rowOf(file.engine, row)!;
  const figure = (v: number) => formatLength(nm(Math.round(v)), { unit, step: 1_000 });
  const pick = (label: string, value: string, all: readonly string[], onPick: (v: string) => void) => (
    <select
      aria-label={label}
      value={value}
      disabled={!onStrip}
      onChange={(e) => onPick(e.target.value)}
      className="min-h-11 border border-ink/40 bg-sheet px-1"
    >
      <option value="">–</option>
      {all.map((v) => (
        <option key={v} value={v}>
          {v}
        </option>
      ))}
    </select>
  );
  const codes = CODES_READ.in(file.log).findLast((c) => c.row === row && c.bearing === b.key);
  const there = shellsIn(file, row, b.key);
  const squeezed = PLASTIC_STRIP.in(file.log).findLast((c) => c.row === row && c.bearing === b.key);
  const differs = of?.now && [...of.now].sort().join() !== [...of.wanted].sort().join();
  const code = (over: { housing?: string; journal?: string }) => {
    const next = { housing: codes?.housing ?? '', journal: codes?.journal ?? '', ...over };
    if (next.housing && next.journal) send(newEntry(CODES_READ, { row, bearing: b.key, ...next }));
    else setHalf(next);
  };
  const kept = half;
  const shell = (over: { upper?: string; lower?: string }) => {
    const before = { upper: there?.upper ?? '', lower: there?.lower ?? '' };
    const next = { ...before, ...over };
    // The other half is taken for the same until somebody says otherwise.
    const upper = next.upper || next.lower;
    const lower = next.lower || next.upper;
    if (upper && lower)
      send(
        newEntry(SHELLS_IN, {
          row,
          bearing: b.key,
          upper,
          lower,
          fitted: there?.fitted ?? false,
        }),
      );
  };
  const colours = sheet.shells.map((s) => s.colour);
  return (
    <tr className="border-t border-rule align-middle">
      <th scope="row" className="py-1 pr-2 text-small font-semibold">
        {b.name}
      </th>
      <td className="pr-2 whitespace-nowrap">
        {pick(
          `${b.name}, code of the housing`,
          codes?.housing ?? kept?.housing ?? '',
          sheet.housings.map((c) => c.code),
          (housing) => code({ ...kept, housing }),
        )}{' '}
        {pick(
          `${b.name}, code of the journal`,
          codes?.journal ?? kept?.journal ?? '',
          sheet.journals.map((c) => c.code),
          (journal) => code({ ...kept, journal }),
        )}
      </td>
      <td className="pr-2 whitespace-nowrap">
        {pick(`${b.name}, upper shell`, there?.upper ?? '', colours, (upper) => shell({ upper }))}{' '}
        {pick(`${b.name}, lower shell`, there?.lower ?? '', colours, (lower) => shell({ lower }))}
      </td>
      <td className="figure pr-2">{of?.clearanceNow == null ? '–' : figure(of.clearanceNow)}</td>
      <td className={`pr-2 ${differs ? 'font-semibold text-brass' : ''}`}>
        {of ? (of.wanted[0] === of.wanted[1] ? of.wanted[0] : of.wanted.join(', ')) : '–'}
      </td>
      <td className="figure pr-2">{of ? figure(of.clearance) : '–'}</td>
      <td>
        <button
          type="button"
          disabled={!onStrip}
          onClick={onStrip ?? undefined}
          className="figure min-h-11 px-1 text-blue underline underline-offset-4"
          aria-label={`Plastic strip in ${b.name}: ${squeezed ? `${squeezed.low === null ? '' : figure(squeezed.low)}–${squeezed.high === null ? '' : figure(squeezed.high)}` : 'lay one'}`}
        >
          {squeezed
            ? `${squeezed.low === null ? '' : figure(squeezed.low)}–${squeezed.high === null ? '' : figure(squeezed.high)}`
            : 'lay one'}
        </button>
      </td>
    </tr>
  );
}
