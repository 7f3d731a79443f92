import { FieldTrouble, lengthOrNull, lengthText } from '../forms/index.js';
import { useEntryForm } from '../job/index.js';
import { Button, SelectField, Sheet, TextArea, TextField } from '../ui/index.js';
import {
  WORK_DONE,
  nm,
  REOPENED,
  resizes as makesAnotherSize,
  standingDecision,
  WORK,
  type JobFile,
  type LengthUnit,
  type BodyOf,
  type WorkEntry,
  type WorkKind,
} from '@tribos/core';
import type { Judgement } from '@tribos/core';
import { LastWork } from './LastWork.js';
import { tooEarly } from './tooEarly.js';

interface Values {
  what: WorkKind;
  /** Its index; empty for all of them. */
  cylinder: string;
  low: string;
  high: string;
  text: string;
}

/** Work done at this station; gaskets, shims and zeros are kept where they are set. */
const OFFERED: readonly WorkKind[] = [
  'honed',
  'brushed',
  'bored',
  'replated',
  'sleeved',
  'exchanged',
  'ports-eased',
  'piston-eased',
  'piston-renewed',
  'rings-renewed',
  'washed',
];
/** What was said of a wall before it came is taken back here too. */
const MAY_GO: readonly WorkKind[] = [...OFFERED, 'came-in', 'came-with'];

/** Work done on a part, what it opens again, and the last of it taken back. */
export function WorkSheet({
  file,
  judgement,
  cylinder: at,
  unit,
  onClose,
}: {
  file: JobFile;
  judgement: Judgement;
  cylinder: number;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const kitId = standingDecision(file)?.kitId ?? null;
  const targetOf = (cylinder: number) =>
    judgement.kits.options.find((o) => o.kit.id === kitId)?.cylinders.find((c) => c.cylinder === cylinder)
      ?.target ?? null;
  const ticketOf = (cylinder: string) => {
    const target = cylinder === '' ? null : targetOf(Number(cylinder));
    return { low: lengthText(target?.low ?? null, unit), high: lengthText(target?.high ?? null, unit) };
  };
  const form = useEntryForm<Values, WorkEntry, BodyOf<typeof WORK_DONE>>(
    file,
    WORK_DONE,
    { what: 'washed', cylinder: String(at), ...ticketOf(String(at)), text: '' },
    (v) => {
      const resizes = makesAnotherSize(v.what);
      const low = resizes ? lengthOrNull('low', v.low, unit) : null;
      const high = resizes ? lengthOrNull('high', v.high, unit) : null;
      if ((low === null) !== (high === null))
        throw new FieldTrouble(low === null ? 'low' : 'high', 'Both ends of the ticket, or neither.');
      return {
        what: v.what,
        cylinder: v.cylinder === '' ? null : Number(v.cylinder),
        kitId: resizes || v.what === 'piston-renewed' ? kitId : null,
        ticket: low === null || high === null ? null : { low: nm(low), high: nm(high) },
        text: v.text.trim(),
      };
    },
    { '/ticket': 'low' },
  );
  const { register, setValue, watch, formState } = form;
  const what = watch('what');
  const early = tooEarly(file, what);
  const resizes = makesAnotherSize(what);
  const opens = WORK[what].reopens.map((r) => REOPENED[r]);
  return (
    <Sheet title="Work done" onClose={onClose}>
      <form onSubmit={(e) => void form.keep(onClose)(e)} className="grid gap-4">
        {early && <p className="font-semibold text-undecided">{early}</p>}
        <div className="grid gap-4 sm:grid-cols-[minmax(0,1fr)_11rem]">
          <SelectField label="What" autoFocus {...register('what')}>
            {OFFERED.map((k) => (
              <option key={k} value={k}>
                {WORK[k].name}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="On"
            {...register('cylinder', {
              onChange: (e: { target: { value: string } }) => {
                const { low, high } = ticketOf(e.target.value);
                setValue('low', low);
                setValue('high', high);
              },
            })}
          >
            {file.engine.cylinders.map((name, i) => (
              <option key={name} value={i}>
                {name}
              </option>
            ))}
            {file.engine.cylinders.length > 1 && <option value="">all cylinders</option>}
          </SelectField>
        </div>
        <p className={opens.length > 0 ? 'border-l-4 border-brass pl-3' : 'text-soft'}>
          {opens.length > 0
            ? what === 'honed'
              ? `Opens again: ${opens.join(', ')}. Lightly, to no ticket: one place of the wall is read again, its largest; where it agrees the others stand.`
              : `Opens again: ${opens.join(', ')}. Readings before it stay in the log and no longer count.`
            : 'Opens nothing again.'}
        </p>
        {resizes && (
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField
              label={`Ticket from, ${unit}`}
              hint="What was asked for; the returned bore is held against it"
              inputMode="decimal"
              className="figure"
              error={formState.errors.low?.message}
              {...register('low')}
            />
            <TextField
              label={`to, ${unit}`}
              inputMode="decimal"
              className="figure"
              error={formState.errors.high?.message}
              {...register('high')}
            />
          </div>
        )}
        <TextArea
          label="How much, by whom, with what"
          maxLength={2000}
          error={formState.errors.text?.message}
          {...register('text')}
        />
        <p className="text-small text-soft">
          Eye protection at drill-driven brushes and hones; clamp the cylinder, stop before withdrawing.
          Plating is never sized with stones; boring, plating and sleeving are specialist work.
        </p>
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
      <div className="mt-4 border-t border-rule pt-1">
        <LastWork file={file} kinds={MAY_GO} />
      </div>
    </Sheet>
  );
}
