import { newEntry } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import { useState, type FormEvent } from 'react';
import {
  FINDING,
  TAKE_BACK,
  FINDINGS,
  findingText,
  halfTurn,
  nm,
  parseReading,
  findings,
  type FindingKind,
  type Nail,
  type JobFile,
  type LengthUnit,
} from '@tribos/core';

type Field = 'deep' | 'depth' | 'angle';

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
  const [what, setWhat] = useState<FindingKind>('score');
  const [typed, setTyped] = useState<Record<Field, string>>({ deep: '', depth: '', angle: '' });
  const [error, setError] = useState<{ field: Field; sentence: string } | null>(null);
  const [nail, setNail] = useState<Nail | ''>('');
  const clean = what === 'clean';

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const trouble = (field: Field, sentence: string) => setError({ field, sentence });
    const read = (field: 'deep' | 'depth') =>
      typed[field].trim() === '' ? null : parseReading(typed[field], { unit });
    const [deep, depth] = [read('deep'), read('depth')];
    if (deep && !deep.ok) return trouble('deep', deep.sentence);
    if (deep && deep.value > 10_000_000)
      return trouble('deep', 'Deeper than 10 mm is a hole. Is the unit right?');
    if (depth && !depth.ok) return trouble('depth', depth.sentence);
    if (depth && depth.value > file.engine.wallDepth)
      return trouble('depth', 'That is below the end of the wall.');
    const degrees = typed.angle.trim() === '' ? null : Number(typed.angle.replace(',', '.'));
    if (degrees !== null && !(degrees >= 0 && degrees < 360)) return trouble('angle', 'From 0 to 359.');
    if ((depth === null) !== (degrees === null))
      return trouble(depth ? 'angle' : 'depth', 'A place needs both, or leave both empty.');
    void post(file.job.id, [
      newEntry(FINDING, {
        cylinder,
        what,
        place: clean || !depth || degrees === null ? null : { depth: nm(depth.value), angle: degrees },
        deep: clean || !deep ? null : deep.value,
        nail: clean || nail === '' ? null : nail,
      }),
    ]);
    onClose();
  };
  const field = (name: Field, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      inputMode="decimal"
      className="figure"
      value={typed[name]}
      onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
      error={error?.field === name ? error.sentence : undefined}
    />
  );
  const standing = findings(file.log, file.engine.cylinders.length)[cylinder]!;
  const takeBack = (readingId: string) => void post(file.job.id, [newEntry(TAKE_BACK, { readingId })]);
  return (
    <Sheet title={`On the wall, ${file.engine.cylinders[cylinder]}`} onClose={onClose}>
      <form onSubmit={submit} className="grid gap-4">
        <SelectField
          label="What"
          autoFocus
          value={what}
          onChange={(e) => setWhat(e.target.value as FindingKind)}
          hint={clean ? 'Withdraws everything found on this wall before; a crack stays.' : undefined}
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
              value={nail}
              onChange={(e) => setNail(e.target.value as Nail | '')}
              hint="Without this or a depth, nothing is promised of this wall."
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
                  {e.by}
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
