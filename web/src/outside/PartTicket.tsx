import { useState } from 'react';
import { OUTSIDE_WORKS, TICKET, type JobFile } from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, SelectField, Sheet, TextArea, TextField } from '../ui/index.js';

/** Head or crank sent out by itself: what is wanted of it, in words. */
export function PartTicket({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const [what, setWhat] = useState<'head' | 'crank'>('head');
  const firms = (file.shop.firms ?? []).filter((f) => f.works.some((w) => w.what === what));
  const [firm, setFirm] = useState('');
  const [text, setText] = useState('');
  const { trouble, send } = useSend(file);
  const write = () => {
    const sent = send(
      newEntry(TICKET, {
        what,
        firm: firm.trim() || (firms[0]?.name ?? ''),
        unit: 'mm',
        kitId: null,
        lines: [{ cylinder: 0, piston: null, from: 'none', mark: '', low: null, high: null, aim: null }],
        inside: null,
        round: null,
        taper: null,
        hatch: null,
        finish: '',
        deck: null,
        chamfer: false,
        wash: true,
        readings: true,
        text: text.trim(),
      }),
    );
    if (sent) onClose();
  };
  return (
    <Sheet title="Head or crank sent out" onClose={onClose}>
      <div className="grid gap-4">
        <SelectField
          label="What goes"
          value={what}
          onChange={(e) => setWhat(e.target.value as 'head' | 'crank')}
        >
          {(['head', 'crank'] as const).map((k) => (
            <option key={k} value={k}>
              {OUTSIDE_WORKS[k]}
            </option>
          ))}
        </SelectField>
        <TextField
          label="To which firm"
          hint={firms[0] ? `${firms[0].name}, where nothing is typed` : undefined}
          value={firm}
          maxLength={120}
          onChange={(e) => setFirm(e.target.value)}
        />
        <TextArea
          label="What is wanted"
          hint="Guides, seats, flatness, trueing: what was measured goes with it as the bench sheet."
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
        {trouble && (
          <p role="alert" className="text-beyond">
            {trouble}
          </p>
        )}
        <Button look="brass" onClick={write}>
          Write it out
        </Button>
      </div>
    </Sheet>
  );
}
