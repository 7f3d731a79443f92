import { useState } from 'react';
import type { LengthUnit } from '@tribos/core/ground';
import { AIR, airFactor, airOf, TESTER } from '@tribos/core/before';
import { CAUTIONS } from '@tribos/core/strip';
import { Button, SelectField, TextField } from '../ui/index.js';
import { Panel } from './Panel.js';
import { SpotRows } from './SpotRows.js';
import { COMPRESSION_UNITS, type BeforeBar, type Testers } from './useBeforeBar.js';
import type { Before } from './useBefore.js';

/** Compression dry and wet, cylinder by cylinder, through the bar. */
export function CompressionPanel({
  before,
  bar,
  unit,
}: {
  before: Before;
  bar: BeforeBar;
  unit: LengthUnit;
}) {
  const { file } = before;
  const { how, setHow } = bar;
  const air = airOf(file);
  const factor = airFactor(air);
  const say = <K extends keyof Testers>(what: K, value: string) =>
    setHow({ ...how, [what]: value as Testers[K] });
  return (
    <Panel before={before} what="compression">
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <SelectField label="Tester in" value={how.unit} onChange={(e) => say('unit', e.target.value)}>
          {COMPRESSION_UNITS.map((u) => (
            <option key={u}>{u}</option>
          ))}
        </SelectField>
        <SelectField label="Engine" value={how.engine} onChange={(e) => say('engine', e.target.value)}>
          <option value="warm">warm</option>
          <option value="cold">cold</option>
        </SelectField>
        <SelectField
          label="Decompressor"
          value={how.decompressor}
          onChange={(e) => say('decompressor', e.target.value)}
        >
          <option value="none">has none</option>
          <option value="shut">shut</option>
          <option value="open">open</option>
        </SelectField>
        <Altitude before={before} altitude={air.altitude} />
      </div>
      <SpotRows
        file={before.file}
        bar={bar}
        test="compression"
        unit={unit}
        verdicts={before.verdicts.filter((v) => v.key === 'spread' || v.key.startsWith('compression'))}
      />
      <p className="mt-2 text-small text-soft">
        {factor === 1
          ? 'At sea level, as long as nobody says otherwise. '
          : `Here an engine shows ${Math.round(factor * 1000) / 10} % of its sea-level compression. `}
        A tester is good to ±{TESTER * 200} %. {CAUTIONS.cranking}
        {file.engine.kind === 'chainsaw' && ' Saw: foot on the handle, rope pulled straight.'}
      </p>
    </Panel>
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
