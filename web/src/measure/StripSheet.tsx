import { useState } from 'react';
import {
  bearingsOf,
  formatLength,
  nm,
  PLASTIC_STRIP,
  type JobFile,
  type LengthUnit,
  type Row,
} from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, Sheet } from '../ui/index.js';

/** Marks of the usual strips, mm: each packet prints its own; thin, middle, thick. */
const SCALES: readonly (readonly [name: string, marks: readonly number[]])[] = [
  ['thin, 0.025–0.076', [0.025, 0.038, 0.051, 0.064, 0.076]],
  ['middle, 0.051–0.152', [0.051, 0.076, 0.102, 0.127, 0.152]],
  ['thick, 0.102–0.229', [0.102, 0.127, 0.152, 0.178, 0.203, 0.229]],
];

/** A plastic strip squeezed in a bearing: between which two marks of its own scale its width lies. */
export function StripSheet({
  file,
  row,
  bearing,
  unit,
  onClose,
}: {
  file: JobFile;
  row: Row;
  bearing: string;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const [scale, setScale] = useState(0);
  const [turned, setTurned] = useState(false);
  const { trouble, send } = useSend(file);
  const name = bearingsOf(file.engine, row).find((b) => b.key === bearing)?.name ?? bearing;
  const marks = SCALES[scale]![1];
  const at = (v: number) => nm(Math.round(v * 1e6));
  const between: readonly (readonly [low: number | null, high: number | null])[] = [
    [null, marks[0]!],
    ...marks.slice(1).map((m, i) => [marks[i]!, m] as const),
    [marks.at(-1)!, null],
  ];
  const keep = (low: number | null, high: number | null) => {
    if (
      send(
        newEntry(PLASTIC_STRIP, {
          row,
          bearing,
          low: low === null ? null : at(low),
          high: high === null ? null : at(high),
          turned,
        }),
      )
    )
      onClose();
  };
  const text = (v: number) => formatLength(at(v), { unit, step: 1_000 });
  return (
    <Sheet title={`Plastic strip, ${name}`} onClose={onClose}>
      <p className="text-soft">
        Laid dry along the journal, cap torqued, nothing turned; read at its widest against the marks of its
        own packet. The wider it is squeezed, the less the clearance.
      </p>
      <div role="group" aria-label="Which strip" className="mt-2 flex flex-wrap">
        {SCALES.map(([label], i) => (
          <button
            key={label}
            type="button"
            aria-pressed={i === scale}
            onClick={() => setScale(i)}
            className={`min-h-11 border px-3 ${i === scale ? 'border-brass bg-page font-semibold' : 'border-ink/40'}`}
          >
            {label}
          </button>
        ))}
      </div>
      <label className="mt-2 flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={turned}
          onChange={(e) => setTurned(e.target.checked)}
          className="size-5"
        />
        The shaft was turned on it
      </label>
      {trouble && (
        <p role="alert" className="text-beyond">
          {trouble}
        </p>
      )}
      <ul className="mt-2 grid gap-2 sm:grid-cols-2">
        {between.map(([low, high]) => (
          <li key={`${low}-${high}`}>
            <Button className="w-full" onClick={() => keep(low, high)}>
              {low === null
                ? `wider than the mark of ${text(high!)}`
                : high === null
                  ? `narrower than the mark of ${text(low)}`
                  : `between ${text(low)} and ${text(high)}`}
            </Button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
