import { useEffect, useState } from 'react';
import { ODD, type OddWhy } from '@tribos/core';
import { Kbd, Sheet, TextField } from '../ui/index.js';
import type { Strip } from './useStrip.js';

const WHYS = Object.keys(ODD) as OddWhy[];

/** Not as the list has it: one figure or one touch. */
export function OddSheet({ strip, onClose }: { strip: Strip; onClose: () => void }) {
  const [text, setText] = useState('');
  const say = (why: OddWhy) => {
    strip.odd(why, text.trim());
    onClose();
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.target as HTMLElement | null)?.closest('input')) return;
      const why = WHYS[Number(event.key) - 1];
      if (!why || event.ctrlKey || event.altKey || event.metaKey) return;
      event.preventDefault();
      say(why);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <Sheet title={`${strip.shown?.step.what ?? ''}: what is it?`} onClose={onClose}>
      <ul className="grid gap-2 sm:grid-cols-2">
        {WHYS.map((why, i) => (
          <li key={why}>
            <button
              type="button"
              onClick={() => say(why)}
              className="flex min-h-12 w-full items-center gap-3 border border-ink/40 px-3 text-left text-lead"
            >
              <Kbd>{i + 1}</Kbd> {ODD[why]}
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-4">
        <TextField
          label="In words, where it needs any (then tap one above)"
          maxLength={500}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
    </Sheet>
  );
}
