import { useState } from 'react';
import { stepName, type JobFile, type RunStep } from '@tribos/core';
import { Button, SelectField, Sheet, TextArea } from '../ui/index.js';
import type { Assembling } from './useAssembly.js';

type What = 'not-there' | 'other-way' | 'stays-off' | 'apart';

/** A step that is not as the list has it, or from which it comes apart again. */
export function OddStepSheet({
  file,
  step,
  assembling,
  onClose,
}: {
  file: JobFile;
  step: RunStep;
  assembling: Assembling;
  onClose: () => void;
}) {
  const [what, setWhat] = useState<What>(step.state === 'open' ? 'not-there' : 'apart');
  const [text, setText] = useState('');
  const keep = () => {
    const kept =
      what === 'apart' ? assembling.open(step, text.trim()) : assembling.odd(step, what, text.trim());
    if (kept) onClose();
  };
  return (
    <Sheet title={stepName(file, step)} onClose={onClose}>
      <div className="grid gap-4">
        <SelectField label="What" value={what} onChange={(e) => setWhat(e.target.value as What)}>
          <option value="not-there">not on this engine</option>
          <option value="other-way">done another way</option>
          <option value="stays-off">stays off</option>
          <option value="apart">it comes apart again from here</option>
        </SelectField>
        <TextArea
          label="In words"
          hint={
            what === 'apart'
              ? 'Everything from here on is open again.'
              : 'It stands in the report as it is written.'
          }
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
        {assembling.trouble && (
          <p role="alert" className="text-beyond">
            {assembling.trouble}
          </p>
        )}
        <Button look="brass" onClick={keep}>
          Keep it
        </Button>
      </div>
    </Sheet>
  );
}
