import { useState } from 'react';
import { BOTTOM_END, bottomEnd, type Judgement } from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, Sheet, TextField } from '../ui/index.js';
import type { Clean } from './useClean.js';

/** Whether the bottom end is opened: why it should be, what leaving it costs later, and what the customer said. */
export function BottomSheet({
  clean,
  judgement,
  onClose,
}: {
  clean: Clean;
  judgement: Judgement;
  onClose: () => void;
}) {
  const { file } = clean;
  const of = bottomEnd(file, judgement.items);
  const [text, setText] = useState('');
  const { trouble, send } = useSend(file);
  const keep = (is: 'open' | 'left', customer: 'yes' | 'no' | null) => {
    if (send(newEntry(BOTTOM_END, { is, customer, text: text.trim() }))) onClose();
  };
  return (
    <Sheet title="Bottom end" onClose={onClose}>
      {of.whys.map((w) => (
        <p key={w} className="font-semibold">
          {w}
        </p>
      ))}
      <p className="mt-1">{of.later}</p>
      <div className="mt-3">
        <TextField
          label="Who said it, and how"
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      {trouble && (
        <p role="alert" className="text-beyond">
          {trouble}
        </p>
      )}
      <p className="mt-3 flex flex-wrap gap-3">
        <Button look="brass" onClick={() => keep('open', 'yes')}>
          The customer says yes: open it
        </Button>
        <Button onClick={() => keep('left', 'no')}>The customer says no: left closed</Button>
      </p>
    </Sheet>
  );
}
