import { FieldTrouble, numberOrNull } from '../forms/index.js';
import { useEntryForm } from '../job/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import { PISTON_CHECK, type BodyOf, type JobFile, type PistonCheck } from '@tribos/core';

interface Values {
  edges: PistonCheck['edges'];
  clips: PistonCheck['clips'];
  grams: string;
}

/** A piston looked over before it goes in. */
export function PistonCheckSheet({
  file,
  cylinder,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  onClose: () => void;
}) {
  const form = useEntryForm<Values, PistonCheck, BodyOf<typeof PISTON_CHECK>>(
    file,
    PISTON_CHECK,
    { edges: 'clean', clips: 'clean', grams: '' },
    (v) => {
      const grams = numberOrNull(v.grams);
      if (grams !== null && !(grams >= 1 && grams <= 5_000))
        throw new FieldTrouble('grams', 'A weight in grams, 1 to 5000, or leave it empty.');
      return { cylinder, edges: v.edges, clips: v.clips, grams };
    },
  );
  const { register, formState } = form;
  return (
    <Sheet title={`Piston, ${file.engine.cylinders[cylinder]}`} onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        <SelectField label="Edges, felt all round" autoFocus {...register('edges')}>
          <option value="clean">no burr</option>
          <option value="dressed">burrs dressed</option>
        </SelectField>
        <SelectField
          label="Grooves of the pin clips"
          hint="A clip that does not seat comes out and scores the wall."
          {...register('clips')}
        >
          <option value="clean">clean, a clip seats all round</option>
          <option value="damaged">damaged</option>
        </SelectField>
        <TextField
          label="Weight with its pin, g, where you weigh"
          inputMode="decimal"
          className="figure"
          error={formState.errors.grams?.message}
          {...register('grams')}
        />
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
    </Sheet>
  );
}
