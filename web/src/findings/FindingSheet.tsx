import { FieldTrouble, lengthOrNull, numberOrNull } from '../forms/index.js';
import { newEntry, useEntryForm } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import {
  whoOf,
  FINDING,
  TAKE_BACK,
  FINDINGS,
  findingText,
  halfTurn,
  nm,
  findings,
  type BodyOf,
  type FindingEntry,
  type FindingKind,
  type Nail,
  type JobFile,
  type LengthUnit,
} from '@tribos/core';

interface Values {
  what: FindingKind;
  nail: Nail | '';
  deep: string;
  depth: string;
  angle: string;
}
/** Nothing on a wall is deeper, nm. */
const DEEPEST = 10_000_000;

/** What is seen or felt on one wall, where, and how deep. */
export function FindingSheet({
  file,
  cylinder,
  unit,
  onClose,
}: {
  file: JobFile;
  cylinder: number;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const form = useEntryForm<Values, FindingEntry, BodyOf<typeof FINDING>>(
    file,
    FINDING,
    { what: 'score', nail: '', deep: '', depth: '', angle: '' },
    (v) => {
      if (v.what === 'clean') return { cylinder, what: v.what, place: null, deep: null, nail: null };
      const deep = lengthOrNull('deep', v.deep, unit);
      const depth = lengthOrNull('depth', v.depth, unit);
      const angle = numberOrNull(v.angle);
      if (deep !== null && deep > DEEPEST)
        throw new FieldTrouble('deep', 'Deeper than 10 mm is a hole. Is the unit right?');
      if ((depth === null) !== (angle === null))
        throw new FieldTrouble(
          depth === null ? 'depth' : 'angle',
          'A place needs both, or leave both empty.',
        );
      if (angle !== null && !(angle >= 0 && angle < 360)) throw new FieldTrouble('angle', 'From 0 to 359.');
      return {
        cylinder,
        what: v.what,
        place: depth === null || angle === null ? null : { depth: nm(depth), angle },
        deep: deep === null ? null : nm(deep),
        nail: v.nail === '' ? null : v.nail,
      };
    },
  );
  const { register, formState, watch } = form;
  const clean = watch('what') === 'clean';
  const field = (name: 'deep' | 'depth' | 'angle', label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      inputMode="decimal"
      className="figure"
      error={formState.errors[name]?.message}
      {...register(name)}
    />
  );
  const standing = findings(file.log, file.engine.cylinders.length)[cylinder]!;
  const takeBack = (readingId: string) => void post(file.job.id, [newEntry(TAKE_BACK, { readingId })]);
  return (
    <Sheet title={`On the wall, ${file.engine.cylinders[cylinder]}`} onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        <SelectField
          label="What"
          autoFocus
          hint={clean ? 'Withdraws everything found on this wall before; a crack stays.' : undefined}
          {...register('what')}
        >
          {Object.entries(FINDINGS).map(([k, name]) => (
            <option key={k} value={k}>
              {name}
            </option>
          ))}
        </SelectField>
        {!clean && (
          <>
            <SelectField
              label="A fingernail drawn across it"
              hint="Without this or a depth, nothing is promised of this wall."
              {...register('nail')}
            >
              <option value="">not tried</option>
              <option value="catches">catches</option>
              <option value="slides">feels it and does not catch</option>
            </SelectField>
            {field(
              'deep',
              `How deep, ${unit}`,
              'Radial, from the worn wall, at the deepest place a fingernail or straightedge finds. It decides which oversize cleans the bore up.',
            )}
            <div className="grid gap-4 sm:grid-cols-2">
              {field('depth', `Below the deck, ${unit}`)}
              {field('angle', 'Direction, degrees', `0° is ${file.engine.zeroAt}, clockwise from above`)}
            </div>
          </>
        )}
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
      {standing.length > 0 && (
        <ul className="mt-4">
          {standing.map((e) => (
            <li key={e.id} className="flex items-center justify-between gap-3 border-t border-rule py-1">
              <span>
                {findingText(e, unit)}{' '}
                <span className="text-small text-soft">
                  {whoOf(e)}
                  {e.place ? `, ${halfTurn(e.place.angle)}° on the map` : ''}
                </span>
              </span>
              <Button look="quiet" onClick={() => takeBack(e.id)}>
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
    </Sheet>
  );
}
