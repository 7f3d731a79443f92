import { useState } from 'react';
import { WORK_DONE, type JobFile, type WorkKind } from '@tribos/core';
import { newEntry, useSend } from '../job/index.js';
import { Button, CheckField, SelectField, Sheet, TextField } from '../ui/index.js';

/**
 * A wall that came in at another size, made by others, its piston in the box: said once, and from then on it is what the
 * wall is held against. Nothing is refused for its size.
 */
export function CameInSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const { kits, cylinders } = file.engine;
  const [kitId, setKit] = useState(kits.find((k) => k.oversize > 0)?.id ?? kits[0]?.id ?? '');
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [boxed, setBoxed] = useState(true);
  const [text, setText] = useState('');
  const { trouble, send } = useSend(file);
  const named = (kind: WorkKind, cylinder: number | null) =>
    newEntry(WORK_DONE, {
      what: kind,
      cylinder,
      kitId,
      ticket: null,
      text: text.trim(),
    });
  const keep = (): void => {
    const on = cylinders.flatMap((_, i) => (left.has(i) ? [] : [i]));
    const each: readonly (number | null)[] = left.size === 0 ? [null] : on;
    const sent = each.every((c) => send(named('came-in', c)) && (!boxed || send(named('came-with', c))));
    if (sent) onClose();
  };
  return (
    <Sheet title="Came in at another size" onClose={onClose}>
      <div className="grid gap-4">
        <p className="text-soft">
          Others have made this wall already. From now on it is held against its own piston, not against the
          standard bore; what it was to measure nobody here knows.
        </p>
        <SelectField label="Made for" value={kitId} onChange={(e) => setKit(e.target.value)}>
          {kits.map((k) => (
            <option key={k.id} value={k.id}>
              {k.name}, {k.maker}
            </option>
          ))}
        </SelectField>
        {cylinders.length > 1 && (
          <div className="flex flex-wrap gap-x-6">
            {cylinders.map((n, i) => (
              <CheckField
                key={n}
                label={n}
                checked={!left.has(i)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(i);
                  else next.add(i);
                  setLeft(next);
                }}
              />
            ))}
          </div>
        )}
        <CheckField
          label="Its piston is in the box and goes in"
          checked={boxed}
          onChange={(e) => setBoxed(e.target.checked)}
        />
        <TextField
          label="By whom, as far as it is known"
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
        {trouble && (
          <p role="alert" className="font-semibold text-beyond">
            {trouble}
          </p>
        )}
        <Button look="brass" disabled={left.size === cylinders.length || kitId === ''} onClick={keep}>
          Keep it
        </Button>
      </div>
    </Sheet>
  );
}
