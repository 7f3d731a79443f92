import { useState } from 'react';
import { AIR, airFactor, airOf, CAUTIONS, COMPRESSION, compressionOf, TESTER } from '@tribos/core';
import { Button, SelectField, TextField } from '../ui/index.js';
import { Panel } from './Panel.js';
import type { Before } from './useBefore.js';

const UNITS = ['bar', 'kPa', 'psi'] as const;

/** Compression dry and wet, cylinder by cylinder: type, Enter, on to the next. */
export function CompressionPanel({ before }: { before: Before }) {
  const { file } = before;
  const { cylinders, kind, strokes } = file.engine;
  const [unit, setUnit] = useState<(typeof UNITS)[number]>('bar');
  const [engine, setEngine] = useState<'warm' | 'cold'>('warm');
  const [decompressor, setDecompressor] = useState<'none' | 'shut' | 'open'>('none');
  const air = airOf(file);
  const factor = airFactor(air);
  const wets = strokes === 4;
  const field = (cylinder: number, how: 'dry' | 'wet') => (
    <Reading
      key={`${how}-${cylinder}`}
      label={`${cylinders.length === 1 ? '' : `${cylinders[cylinder]}, `}${how}, ${unit}`}
      kept={keptText(before, cylinder, how)}
      error={before.troubleAt(`compression-${how}-${cylinder}`)}
      keep={(text) =>
        before.keep(`compression-${how}-${cylinder}`, COMPRESSION, {
          cylinder,
          how,
          text,
          unit,
          engine,
          decompressor,
        }) !== null
      }
    />
  );
  return (
    <Panel before={before} what="compression">
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <SelectField label="Tester in" value={unit} onChange={(e) => setUnit(e.target.value as typeof unit)}>
          {UNITS.map((u) => (
            <option key={u}>{u}</option>
          ))}
        </SelectField>
        <SelectField
          label="Engine"
          value={engine}
          onChange={(e) => setEngine(e.target.value as typeof engine)}
        >
          <option value="warm">warm</option>
          <option value="cold">cold</option>
        </SelectField>
        <SelectField
          label="Decompressor"
          value={decompressor}
          onChange={(e) => setDecompressor(e.target.value as typeof decompressor)}
        >
          <option value="none">has none</option>
          <option value="shut">shut</option>
          <option value="open">open</option>
        </SelectField>
        <Altitude before={before} altitude={air.altitude} />
      </div>
      <div className="mt-3 grid grid-cols-2 gap-3 sm:grid-cols-4">
        {cylinders.flatMap((_, at) => [field(at, 'dry'), ...(wets ? [field(at, 'wet')] : [])])}
      </div>
      <p className="mt-2 text-small text-soft">
        {factor === 1
          ? 'At sea level, as long as nobody says otherwise. '
          : `Here an engine shows ${Math.round(factor * 1000) / 10} % of its sea-level compression. `}
        A tester is good to ±{TESTER * 200} %. {CAUTIONS.cranking}
        {kind === 'chainsaw' && ' Saw: foot on the handle, rope pulled straight.'}
      </p>
    </Panel>
  );
}

function keptText(before: Before, cylinder: number, how: 'dry' | 'wet'): string {
  const kept = compressionOf(before.file, cylinder, how);
  return kept ? `${kept.text} ${/[a-z]$/iu.test(kept.text) ? '' : kept.unit}` : '';
}

/** A figure taken by Enter; the focus goes on to the next field. */
export function Reading({
  label,
  kept,
  error,
  keep,
}: {
  label: string;
  kept: string;
  error: string | undefined;
  keep: (text: string) => boolean;
}) {
  const [text, setText] = useState('');
  return (
    <TextField
      label={label}
      hint={kept ? `kept: ${kept}` : 'Enter keeps it'}
      className="figure text-lead"
      inputMode="decimal"
      maxLength={40}
      value={text}
      error={error}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || text.trim() === '') return;
        e.preventDefault();
        if (!keep(text.trim())) return;
        setText('');
        const fields = [...document.querySelectorAll<HTMLInputElement>('main input[inputmode=decimal]')];
        fields[fields.indexOf(e.currentTarget) + 1]?.focus();
      }}
    />
  );
}

function Altitude({ before, altitude }: { before: Before; altitude: number | null }) {
  const [text, setText] = useState(altitude === null ? '' : String(altitude));
  const value = Number(text.replace(',', '.'));
  return (
    <form
      className="grid grid-cols-[1fr_auto] items-end gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        before.keep('air', AIR, { altitude: text.trim() === '' ? null : value, barometer: null });
      }}
    >
      <TextField
        label="Altitude, m"
        className="figure"
        inputMode="numeric"
        value={text}
        error={before.troubleAt('air')}
        onChange={(e) => setText(e.target.value)}
      />
      {(altitude === null ? text.trim() !== '' : value !== altitude) && <Button type="submit">Keep</Button>}
    </form>
  );
}
