import { useState } from 'react';
import type { JobFile, LengthUnit } from '@tribos/core/ground';
import { thingsOfKind } from '@tribos/core/measurands';
import { SHIM_FROM, SHIM_IN, type ShimFrom } from '@tribos/core/setup';
import { FieldTrouble, lengthOf } from '../forms/index.js';
import { newEntry, useSend } from '../job/index.js';
import { Button, SelectField, TextField, Trouble } from '../ui/index.js';

/** A shim that went in otherwise than it was chosen: a thinner one first, one that was found. */
export function OtherShim({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const valves = thingsOfKind('valve-intake', 'valve-exhaust')(file.engine);
  const [valve, setValve] = useState(valves[0]?.key ?? '');
  const [typed, setTyped] = useState('');
  const [from, setFrom] = useState<ShimFrom>('shelf');
  const { trouble, say, send } = useSend(file);
  const keep = (): void => {
    try {
      if (send(newEntry(SHIM_IN, { valve, thickness: lengthOf('thickness', typed, unit), from })))
        setTyped('');
    } catch (error) {
      if (!(error instanceof FieldTrouble)) throw error;
      say(`${error.message} It is kept as it was typed.`);
    }
  };
  return (
    <details className="no-print mt-3">
      <summary className="inline-flex min-h-11 cursor-pointer items-center text-small text-blue underline underline-offset-4">
        Another shim went in
      </summary>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <SelectField label="Under the valve" value={valve} onChange={(e) => setValve(e.target.value)}>
          {valves.map((v) => (
            <option key={v.key} value={v.key}>
              {v.name}
            </option>
          ))}
        </SelectField>
        <div className="w-32">
          <TextField
            label={`Thickness, ${unit}`}
            inputMode="decimal"
            className="figure"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </div>
        <SelectField label="Where from" value={from} onChange={(e) => setFrom(e.target.value as ShimFrom)}>
          {Object.entries(SHIM_FROM).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </SelectField>
        <Button type="submit">It is in</Button>
      </form>
      <Trouble className="mt-1 font-semibold">{trouble}</Trouble>
    </details>
  );
}
