import { useState } from 'react';
import { v7 } from 'uuid';
import { Button, CheckField, Sheet, TextField } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** A step this engine needs besides its list, before the one at hand. */
export function AddStep({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const [what, setWhat] = useState('');
  const [name, setName] = useState('');
  const [count, setCount] = useState('1');
  const [near, setNear] = useState(false);
  const loose =
    name.trim() === ''
      ? []
      : [
          {
            item: `own-${v7().slice(-12)}`,
            name: name.trim(),
            count: Math.min(200, Math.max(1, Math.round(Number(count) || 1))),
            near,
            inside: false,
          },
        ];
  return (
    <Sheet title="A step besides the list" onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (strip.add(what.trim(), loose)) onClose();
        }}
      >
        <TextField
          label="What is done"
          autoFocus
          maxLength={120}
          value={what}
          error={strip.trouble ?? undefined}
          onChange={(e) => setWhat(e.target.value)}
        />
        <div className="grid gap-3 sm:grid-cols-[1fr_7rem]">
          <TextField
            label="Loose parts that come with it, if any"
            maxLength={80}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <TextField
            label="How many"
            inputMode="numeric"
            className="figure"
            value={count}
            onChange={(e) => setCount(e.target.value)}
          />
        </div>
        <CheckField
          label="Small enough to fall to the crank"
          checked={near}
          onChange={(e) => setNear(e.target.checked)}
        />
        <Button look="brass" type="submit">
          Add it
        </Button>
      </form>
    </Sheet>
  );
}
