import { useState } from 'react';
import { TORQUE_ODD, type GroupState } from '@tribos/core';
import { newEntry } from '../job/index.js';
import { Button, SelectField, Sheet, TextArea } from '../ui/index.js';
import type { Torque } from './useTorque.js';

/** A bolt the wrench does not reach, or that is not as it should be: named, with its reason. */
export function OddBoltSheet({
  group,
  hole,
  torque,
  onClose,
}: {
  group: GroupState;
  hole: number;
  torque: Torque;
  onClose: () => void;
}) {
  const [at, setAt] = useState(hole);
  const [why, setWhy] = useState<'no-access' | 'thread' | 'other'>('no-access');
  const [text, setText] = useState('');
  return (
    <Sheet title="A bolt that is not as the plan has it" onClose={onClose}>
      <div className="grid gap-4">
        <SelectField label="Bolt" value={at} onChange={(e) => setAt(Number(e.target.value))}>
          {group.order.map((h) => (
            <option key={h} value={h}>
              {h}
            </option>
          ))}
        </SelectField>
        <SelectField label="What" value={why} onChange={(e) => setWhy(e.target.value as typeof why)}>
          <option value="no-access">no way for the wrench</option>
          <option value="thread">thread damaged or mended</option>
          <option value="other">other</option>
        </SelectField>
        <TextArea
          label="How it was tightened instead"
          hint="It stands in the record beside the bolt."
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
        {torque.trouble && (
          <p role="alert" className="text-beyond">
            {torque.trouble}
          </p>
        )}
        <Button
          look="brass"
          onClick={() => {
            if (
              torque.send(newEntry(TORQUE_ODD, { group: group.group.key, hole: at, why, text: text.trim() }))
            )
              onClose();
          }}
        >
          Keep it
        </Button>
      </div>
    </Sheet>
  );
}
