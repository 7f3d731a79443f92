import {
  formatLength,
  nm,
  SIDE_WEAR,
  SIDE_WEAR_UNDO,
  sideWears,
  type BodyOf,
  type JobFile,
  type LengthUnit,
  type SideWear,
} from '@tribos/core';
import { lengthOf, lengthOrNull } from '../forms/index.js';
import { newEntry, useEntryForm, useSend } from '../job/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';

interface Values {
  cylinder: string;
  goes: string;
  doesNot: string;
  where: string;
}

/** Wear of one side: a straight edge along the wall from the unworn land, and the leaves under it. */
export function SideWearSheet({
  file,
  unit,
  onClose,
}: {
  file: JobFile;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const form = useEntryForm<Values, SideWear, BodyOf<typeof SIDE_WEAR>>(
    file,
    SIDE_WEAR,
    { cylinder: '0', goes: '', doesNot: '', where: '' },
    (v) => ({
      cylinder: Number(v.cylinder),
      goes: nm(lengthOf('goes', v.goes, unit)),
      doesNot: ((n) => (n === null ? null : nm(n)))(lengthOrNull('doesNot', v.doesNot, unit)),
      where: v.where.trim(),
    }),
    { '/goes': 'goes', '/doesNot': 'doesNot', '/cylinder': 'cylinder' },
  );
  const { register, formState } = form;
  const { trouble, send } = useSend(file);
  const read = sideWears(file).filter((w) => w !== null);
  const text = (v: number) => `${formatLength(nm(v), { unit, step: 10_000 })} ${unit}`;
  return (
    <Sheet title="Wear of one side" onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        <p>
          Lay a straight edge along the wall from the unworn land and try leaves under it at the deepest
          place: {formatLength(nm(10_000), { unit, step: 1_000 })} {unit} here moves the odds.
        </p>
        <SelectField label="On" {...register('cylinder')}>
          {file.engine.cylinders.map((name, i) => (
            <option key={name} value={i}>
              {name}
            </option>
          ))}
        </SelectField>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField
            label={`Thickest leaf that goes, ${unit}`}
            autoFocus
            inputMode="decimal"
            className="figure"
            error={formState.errors.goes?.message}
            {...register('goes')}
          />
          <TextField
            label={`Thinnest that does not, ${unit}`}
            inputMode="decimal"
            className="figure"
            error={formState.errors.doesNot?.message}
            {...register('doesNot')}
          />
        </div>
        <TextField label="Which side" maxLength={80} {...register('where')} />
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
      {read.length > 0 && (
        <ul className="mt-4">
          {read.map((w) => (
            <li key={w.id} className="flex items-center justify-between gap-3 border-t border-rule py-1">
              <span>
                {file.engine.cylinders[w.cylinder]}
                {w.where && `, ${w.where}`}: <span className="figure">{text(w.goes)}</span> goes
                {w.doesNot !== null && (
                  <>
                    , <span className="figure">{text(w.doesNot)}</span> does not
                  </>
                )}
              </span>
              <Button
                look="quiet"
                aria-label={`Take back: ${file.engine.cylinders[w.cylinder]}`}
                onClick={() => send(newEntry(SIDE_WEAR_UNDO, { of: w.id }))}
              >
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
      {trouble && (
        <p role="alert" className="text-beyond">
          {trouble}
        </p>
      )}
    </Sheet>
  );
}
