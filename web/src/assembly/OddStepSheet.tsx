import { useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { ASSEMBLY_ODD, ASSEMBLY_OPENED, stepName, type RunStep } from '@tribos/core/assembly';
import { EntrySheet } from '../entry/index.js';
import { newEntry } from '../job/index.js';
import { Choices } from '../ui/index.js';
import type { Assembling } from './useAssembly.js';

const WHYS = {
  'not-there': 'not on this engine',
  'other-way': 'done another way',
  'stays-off': 'stays off',
};

const DOES = [
  ['odd', 'it is not as the list has it'],
  ['apart', 'it comes apart again from here'],
] as const;

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
  const at = { step: step.step.key, cylinder: step.cylinder };
  const [does, setDoes] = useState<'odd' | 'apart'>(step.state === 'open' ? 'odd' : 'apart');
  const isOdd = does === 'odd';
  return (
    <EntrySheet
      title={stepName(file, step)}
      says={<Choices label="What happens" of={DOES} is={does} onChoose={setDoes} />}
      kind={ASSEMBLY_ODD}
      at={at}
      start={{ why: 'not-there' }}
      asks={{
        ...(isOdd && { why: { label: 'What', words: WHYS } }),
        text: {
          label: 'In words',
          hint: isOdd
            ? 'It stands in the report as it is written.'
            : 'Everything from here on is open again.',
          looks: 'long',
          first: true,
        },
      }}
      entries={isOdd ? undefined : ({ text }) => [newEntry(ASSEMBLY_OPENED, { ...at, text })]}
      via={assembling}
      onClose={onClose}
    />
  );
}
