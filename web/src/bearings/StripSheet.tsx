import { useState } from 'react';
import { formatLength, nm, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { bearingsOf, PLASTIC_STRIP, type Row } from '@tribos/core/bearings';
import { EntrySheet } from '../entry/index.js';
import { Choices } from '../ui/index.js';

/** Marks of the usual strips, mm: each packet prints its own; thin, middle, thick. */
const SCALES = {
  'thin, 0.025–0.076': [0.025, 0.038, 0.051, 0.064, 0.076],
  'middle, 0.051–0.152': [0.051, 0.076, 0.102, 0.127, 0.152],
  'thick, 0.102–0.229': [0.102, 0.127, 0.152, 0.178, 0.203, 0.229],
} as const;
type Scale = keyof typeof SCALES;
const NAMES = Object.keys(SCALES) as Scale[];

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
  const [scale, setScale] = useState<Scale>(NAMES[0]!);
  const marks = SCALES[scale].map((mm) => nm(Math.round(mm * 1e6)));
  const text = (v: number) => formatLength(nm(v), { unit, step: 1_000 });
  const between = [null, ...marks].map((low, i) => ({ low, high: marks[i] ?? null }));
  const name = bearingsOf(file.engine, row).find((b) => b.key === bearing)?.name ?? bearing;
  return (
    <EntrySheet
      title={`Plastic strip, ${name}`}
      says={
        <>
          <p className="text-soft">
            Laid dry along the journal, cap torqued, nothing turned; read at its widest against the marks of
            its own packet. The wider it is squeezed, the less the clearance.
          </p>
          <Choices
            label="Which strip"
            of={NAMES.map((n) => [n, n] as const)}
            is={scale}
            onChoose={setScale}
          />
        </>
      }
      kind={PLASTIC_STRIP}
      at={{ row, bearing }}
      asks={{ turned: { label: 'The shaft was turned on it' } }}
      answers={between.map(({ low, high }) => ({
        words:
          low === null
            ? `wider than the mark of ${text(high!)}`
            : high === null
              ? `narrower than the mark of ${text(low)}`
              : `between ${text(low)} and ${text(high)}`,
        said: { low, high },
      }))}
      onClose={onClose}
    />
  );
}
