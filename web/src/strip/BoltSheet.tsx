import { useState } from 'react';
import {
  BOLT,
  BOLT_STATES,
  depthText,
  nm,
  type BoltHole,
  type BoltState,
  type JobFile,
  type LengthUnit,
} from '@tribos/core';
import { lengthOrNull } from '../forms/index.js';
import { newEntry, refusedBy } from '../job/index.js';
import { post } from '../outbox/index.js';
import { Button, Sheet, TextField } from '../ui/index.js';

/** One fastener where it sits: stuck, broken, its thread damaged, or another one than on the plan. */
export function BoltSheet({
  file,
  map,
  hole,
  unit,
  onClose,
}: {
  file: JobFile;
  map: string;
  hole: BoltHole;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const [length, setLength] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const lengthOf = (typed: string) => {
    const value = lengthOrNull('length', typed, unit);
    return value === null ? null : nm(value);
  };
  const say = (is: BoltState) => {
    try {
      const entry = newEntry(BOLT, {
        map,
        hole: hole.at,
        is,
        length: lengthOf(length),
        text: text.trim(),
      });
      const refused = refusedBy(file, entry);
      setTrouble(refused);
      if (refused !== null) return;
      void post(file.job.id, [entry]);
      onClose();
    } catch (e) {
      setTrouble((e as Error).message);
    }
  };
  return (
    <Sheet title={`Fastener ${hole.at}`} onClose={onClose}>
      <p className="figure text-lead">
        {hole.thread} × {depthText(hole.length, unit)}
        {hole.washer && ', washer under it'}
        {hole.sealant && ', sealant on it'}
      </p>
      {hole.oneTime && <p className="text-undecided">Renewed each time: never put back.</p>}
      <ul className="mt-3 grid gap-2 sm:grid-cols-2">
        {(Object.entries(BOLT_STATES) as [BoltState, string][]).map(([is, words]) => (
          <li key={is}>
            <Button className="w-full justify-start" onClick={() => say(is)}>
              {words}
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-3 grid gap-3 sm:grid-cols-[8rem_1fr]">
        <TextField
          label={`Its length, ${unit}`}
          className="figure"
          inputMode="decimal"
          value={length}
          onChange={(e) => setLength(e.target.value)}
        />
        <TextField label="In words" maxLength={500} value={text} onChange={(e) => setText(e.target.value)} />
      </div>
      {trouble && (
        <p role="alert" className="mt-2 text-beyond">
          {trouble}
        </p>
      )}
    </Sheet>
  );
}
