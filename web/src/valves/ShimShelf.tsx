import { useState } from 'react';
import type { JobFile, LengthUnit } from '@tribos/core/ground';
import { shelfNow, SHIMS_THERE } from '@tribos/core/setup';
import { lengthOf, lengthText, FieldTrouble } from '../forms/index.js';
import { newEntry, useSend } from '../job/index.js';
import { Button, TextField } from '../ui/index.js';

/** Shims that lie on the shelf, typed one after another as they were measured. */
export function ShimShelf({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const there = shelfNow(file);
  const { trouble, say, send } = useSend(file);
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (there ?? []).map((t) => lengthText(t, unit)).join(' ');
  const keep = (): void => {
    try {
      const shims = shown
        .split(/\s*;\s*|\s+(?=\d)/u)
        .filter((t) => t.trim() !== '')
        .map((t) => lengthOf('shims', t, unit));
      if (send(newEntry(SHIMS_THERE, { shims }))) setTyped(null);
    } catch (error) {
      if (!(error instanceof FieldTrouble)) throw error;
      say(`${error.message} All of it is kept as it was typed.`);
    }
  };
  return (
    <form
      className="no-print mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <div className="min-w-64 flex-1">
        <TextField
          label={`Shims on the shelf, ${unit}, each as it was measured`}
          className="figure"
          inputMode="text"
          error={trouble ?? undefined}
          value={shown}
          onChange={(e) => setTyped(e.target.value)}
        />
      </div>
      <Button type="submit">{there === null ? 'These are there' : 'These are there now'}</Button>
    </form>
  );
}
