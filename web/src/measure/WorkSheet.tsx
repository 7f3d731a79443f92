import { lengthText } from '../forms/index.js';
import { newEntry } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, SelectField, Sheet, TextArea, TextField } from '../ui/index.js';
import { useState, type FormEvent } from 'react';
import {
  WORK_DONE,
  parseReading,
  REOPENED,
  resizes as makesAnotherSize,
  standingDecision,
  WORK,
  type JobFile,
  type LengthUnit,
  type WorkKind,
} from '@tribos/core';
import type { Judgement } from '@tribos/core';

/** Work done at this station; gaskets, shims and zeros are kept where they are set. */
const OFFERED: readonly WorkKind[] = [
  'honed',
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

/** Work done on a part, and what it opens again. */
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
  const [what, setWhat] = useState<WorkKind>('washed');
  const [cylinder, setCylinder] = useState<number | null>(at);
  const [ticket, setTicket] = useState<{ low: string; high: string } | null>(null);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>();
  const resizes = makesAnotherSize(what);
  const target = cylinder === null ? null : targetOf(cylinder);
  const shown = ticket ?? {
    low: lengthText(target?.low ?? null, unit),
    high: lengthText(target?.high ?? null, unit),
  };

  const submit = (event: FormEvent) => {
    event.preventDefault();
    const typed = [shown.low, shown.high].map((t) => (t.trim() === '' ? null : parseReading(t, { unit })));
    const wrong = typed.find((p) => p !== null && !p.ok);
    if (resizes && wrong && !wrong.ok) return setError(wrong.sentence);
    const [low, high] = typed.map((p) => (p?.ok ? p.value : null));
    if (resizes && (low === null) !== (high === null))
      return setError('Both ends of the ticket, or neither.');
    if (resizes && low != null && high != null && low >= high)
      return setError('The ticket must run from low to high.');
    void post(file.job.id, [
      newEntry(WORK_DONE, {
        what,
        cylinder,
        kitId: resizes || what === 'piston-renewed' ? kitId : null,
        ticket: resizes && low != null && high != null ? { low, high } : null,
        text: text.trim(),
      }),
    ]);
    onClose();
  };
  const opens = WORK[what].reopens.map((r) => REOPENED[r]);
  return (
    <Sheet title="Work done" onClose={onClose}>
      <form onSubmit={submit} className="grid gap-4">
        <div className="grid gap-4 sm:grid-cols-[minmax(0,1fr)_11rem]">
          <SelectField
            label="What"
            autoFocus
            value={what}
            onChange={(e) => setWhat(e.target.value as WorkKind)}
          >
            {OFFERED.map((k) => (
              <option key={k} value={k}>
                {WORK[k].name}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="On"
            value={cylinder === null ? '' : String(cylinder)}
            onChange={(e) => {
              setCylinder(e.target.value === '' ? null : Number(e.target.value));
              setTicket(null);
            }}
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
            ? `Opens again: ${opens.join(', ')}. Readings before it stay in the log and no longer count.`
            : 'Opens nothing again.'}
        </p>
        {resizes && (
          <div className="grid gap-4 sm:grid-cols-2">
            <TextField
              label={`Ticket from, ${unit}`}
              hint="What was asked for; the returned bore is held against it"
              inputMode="decimal"
              className="figure"
              value={shown.low}
              onChange={(e) => setTicket({ ...shown, low: e.target.value })}
              error={error}
            />
            <TextField
              label={`to, ${unit}`}
              inputMode="decimal"
              className="figure"
              value={shown.high}
              onChange={(e) => setTicket({ ...shown, high: e.target.value })}
            />
          </div>
        )}
        <TextArea
          label="How much, by whom, with what"
          maxLength={2000}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <p className="text-small text-soft">
          Eye protection at drill-driven brushes and hones; clamp the cylinder, stop before withdrawing.
          Plating is never sized with stones; boring, plating and sleeving are specialist work.
        </p>
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
    </Sheet>
  );
}
