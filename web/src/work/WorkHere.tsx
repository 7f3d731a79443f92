import { useState } from 'react';
import { REOPENED, WORK, WORK_DONE, type JobFile, type WorkKind } from '@tribos/core/ground';
import { newEntry, useSend } from '../job/index.js';
import { Button, SelectField, TextField, Trouble } from '../ui/index.js';
import { LastWork } from './LastWork.js';
import { tooEarly } from './tooEarly.js';

/** One kind of work written down where it is done, with what it opens again. */
export function WorkHere({
  file,
  what,
  byCylinder,
  label,
  hint,
}: {
  file: JobFile;
  what: WorkKind;
  /** Done on one cylinder by itself. */
  byCylinder: boolean;
  /** As the person says it: `The head was skimmed`. */
  label: string;
  hint: string;
}) {
  const { cylinders } = file.engine;
  const [cylinder, setCylinder] = useState(0);
  const [typed, setTyped] = useState('');
  const { trouble, send } = useSend(file);
  const early = tooEarly(file, what);
  const opens = WORK[what].reopens.map((r) => REOPENED[r]).join(', ');
  const keep = (): void => {
    const on = byCylinder ? cylinder : null;
    if (send(newEntry(WORK_DONE, { what, cylinder: on, kitId: null, ticket: null, text: typed.trim() })))
      setTyped('');
  };
  return (
    <section className="no-print mt-4 bg-sheet p-3" aria-label={label}>
      {early && <p className="mb-2 font-semibold text-undecided">{early}</p>}
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        {byCylinder && cylinders.length > 1 && (
          <SelectField
            label="Cylinder"
            value={String(cylinder)}
            onChange={(e) => setCylinder(Number(e.target.value))}
          >
            {cylinders.map((name, i) => (
              <option key={name} value={i}>
                {name}
              </option>
            ))}
          </SelectField>
        )}
        <div className="min-w-56 flex-1">
          <TextField label={hint} maxLength={2000} value={typed} onChange={(e) => setTyped(e.target.value)} />
        </div>
        <Button type="submit">{label}</Button>
      </form>
      <p className="mt-1 text-small text-soft">Opens again: {opens}.</p>
      <Trouble className="font-semibold">{trouble}</Trouble>
      <LastWork file={file} kinds={[what]} />
    </section>
  );
}
