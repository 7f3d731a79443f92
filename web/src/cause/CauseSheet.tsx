import { useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { candidates, CAUSE, type CauseCandidate } from '@tribos/core/cause';
import { newEntry, useSend } from '../job/index.js';
import { Button, Sheet, TextField, Trouble } from '../ui/index.js';

/** Causes with what was recorded for and against each; one named, or written down as not found. */
export function CauseSheet({ file, onClose }: { file: JobFile; onClose: () => void }) {
  const all = candidates(file);
  const planned = all.some((c) => c.key === 'planned');
  const rest = all.filter((c) => c.key !== 'planned');
  const [text, setText] = useState('');
  const { trouble, send } = useSend(file);
  const keep = (is: CauseCandidate['key'] | 'not-found', evidence: readonly string[]) => {
    if (send(newEntry(CAUSE, { is, evidence: [...evidence], text: text.trim() }))) onClose();
  };
  return (
    <Sheet title="Why did it fail?" onClose={onClose} wide>
      <p>
        What was recorded so far, held against each cause. It proposes; whoever looked at the parts names it.
      </p>
      <div className="mt-2">
        <TextField
          label="In words: what you saw that is not in the list; what was looked at, where nothing was found"
          value={text}
          maxLength={1000}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <Trouble>{trouble}</Trouble>
      {planned && (
        <p className="mt-3">
          <Button look="line" onClick={() => keep('planned', [])}>
            Nothing failed: planned
          </Button>
        </p>
      )}
      <ul className="mt-3 grid gap-2">
        {rest.map((c) => (
          <li
            key={c.key}
            className="grid gap-x-4 border-t border-ink/40 pt-2 sm:grid-cols-[minmax(0,1fr)_auto]"
          >
            <div className="min-w-0">
              <h3 className="text-lead font-semibold first-letter:uppercase">{c.name}</h3>
              {c.for.map((f) => (
                <p key={f.text} className="leading-snug">
                  <span className="font-semibold text-within">for</span> {f.text}
                </p>
              ))}
              {c.against.map((f) => (
                <p key={f.text} className="leading-snug">
                  <span className="font-semibold text-beyond">against</span> {f.text}
                </p>
              ))}
              <p className="text-small text-soft">{c.then}</p>
            </div>
            <p className="self-center">
              <Button
                onClick={() =>
                  keep(
                    c.key,
                    c.for.map((f) => f.text),
                  )
                }
                aria-label={`It was this: ${c.name}`}
              >
                It was this
              </Button>
            </p>
          </li>
        ))}
      </ul>
      <p className="mt-3 border-t border-ink/60 pt-3">
        <Button onClick={() => keep('not-found', [])}>Not found, as written above</Button>
      </p>
    </Sheet>
  );
}
