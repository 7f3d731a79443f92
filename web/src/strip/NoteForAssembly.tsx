import { useState } from 'react';
import { NOTES, type NoteAbout } from '@tribos/core';
import { Button, SelectField, Sheet, TextField } from '../ui/index.js';
import type { Strip } from './useStrip.js';

/** Written down while it can still be seen; it comes up again at the step that puts this back. */
export function NoteForAssembly({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const asked = strip.shown?.step.note ?? null;
  const [about, setAbout] = useState<NoteAbout>(asked?.about ?? 'orientation');
  const [text, setText] = useState('');
  return (
    <Sheet title="For assembly" onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (strip.note(about, text.trim(), strip.shown)) onClose();
        }}
      >
        {asked && <p className="text-lead font-semibold">{asked.ask}</p>}
        <TextField
          label="What is seen"
          autoFocus
          maxLength={500}
          value={text}
          error={strip.trouble ?? undefined}
          onChange={(e) => setText(e.target.value)}
        />
        <SelectField label="About" value={about} onChange={(e) => setAbout(e.target.value as NoteAbout)}>
          {Object.entries(NOTES).map(([k, name]) => (
            <option key={k} value={k}>
              {name}
            </option>
          ))}
        </SelectField>
        <Button look="brass" type="submit">
          Keep it
        </Button>
      </form>
    </Sheet>
  );
}
