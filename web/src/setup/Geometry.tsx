import { useState } from 'react';
import { nm, parseReading, sourceLine, withUnit, type JobFile, type LengthUnit } from '@tribos/core/ground';
import { CRANK_TRAIN, geometryOf, pistonBelowTop, strokeOf, wheelAt } from '@tribos/core/setup';
import { TextField } from '../ui/index.js';
import { lengthIn } from '../forms/index.js';

/** What crank, rod and chamber come to: swept volume, ratios, port timing; and timing in mm or degrees. */
export function Geometry({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const all = geometryOf(file);
  const train = CRANK_TRAIN.of(file.engine)?.trains[0];
  if (!all || !train) return null;
  const text = lengthIn(unit);
  return (
    <section className="mt-4 bg-sheet p-3" aria-label="Ratio and timing">
      <h2 className="text-title font-semibold">Ratio and timing</h2>
      <ul>
        {all.map((g) => (
          <li key={g.cylinder} className="border-t border-rule py-2">
            <p className="text-lead">
              <span className="font-semibold first-letter:uppercase">
                {file.engine.cylinders[g.cylinder]}
              </span>{' '}
              <span className="figure">{g.swept.toFixed(1)}</span> cm³ swept
              {g.ratio !== null && (
                <>
                  , ratio <span className="figure">{g.ratio.toFixed(2)}</span> : 1
                </>
              )}
              {g.trapped !== null && (
                <>
                  , trapped <span className="figure">{g.trapped.toFixed(2)}</span> : 1
                </>
              )}
            </p>
            <p className="text-small text-soft">
              {g.measured
                ? `with the bore as it was read, ${text(g.bore)}`
                : 'with the bore of the sheet: not read'}
              ; {g.deck === null ? 'deck not read, taken as none' : `deck ${text(g.deck)}`}
              {g.missing && `; no ratio: ${g.missing}`}
            </p>
            {g.ports.length > 0 && (
              <p className="text-small">
                {g.ports.map((p) => (
                  <span key={p.name} className="mr-4">
                    {p.name} open <span className="figure">{p.degrees.toFixed(1)}°</span>
                  </span>
                ))}
              </p>
            )}
          </li>
        ))}
      </ul>
      <Converter train={train} unit={unit} />
      <p className="mt-1 text-small text-soft">
        Crank {text(train.throw)}, rod {text(train.rod)}
        {train.offset > 0 && `, pin set off ${text(train.offset)}`}; {sourceLine(train.source)}
      </p>
    </section>
  );
}

/** Piston before top dead centre to degrees, and back. */
function Converter({
  train,
  unit,
}: {
  train: { readonly throw: number; readonly rod: number; readonly offset: number };
  unit: LengthUnit;
}) {
  const [length, setLength] = useState('');
  const [degrees, setDegrees] = useState('');
  const read = length.trim() === '' ? null : parseReading(length, { unit });
  const fits = read?.ok === true && read.value <= strokeOf(train);
  const angle = Number(degrees.replace(',', '.'));
  const asked = degrees.trim() !== '' && angle >= 0 && angle <= 180;
  return (
    <div className="no-print mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
      <div className="w-40">
        <TextField
          label={`Piston before top, ${unit}`}
          inputMode="decimal"
          className="figure"
          value={length}
          onChange={(e) => setLength(e.target.value)}
        />
      </div>
      <p className="min-h-11 min-w-32 text-lead">
        {fits ? (
          <>
            is <span className="figure">{(-wheelAt(train, read.value).before).toFixed(2)}°</span> before
          </>
        ) : read !== null ? (
          <span className="text-beyond">{read.ok ? 'more than the stroke' : read.sentence}</span>
        ) : (
          ''
        )}
      </p>
      <div className="w-40">
        <TextField
          label="Degrees before top"
          inputMode="decimal"
          className="figure"
          value={degrees}
          onChange={(e) => setDegrees(e.target.value)}
        />
      </div>
      <p className="min-h-11 min-w-32 text-lead">
        {asked ? (
          <>
            is{' '}
            <span className="figure">
              {withUnit(nm(Math.round(pistonBelowTop(train, -angle))), {
                unit,
                step: unit === 'mm' ? 1_000 : 2_540,
              })}
            </span>
          </>
        ) : degrees.trim() !== '' ? (
          <span className="text-beyond">0 to 180</span>
        ) : (
          ''
        )}
      </p>
    </div>
  );
}
