import { useState } from 'react';
import { CAUGHT, DEBRIS, DEBRIS_KINDS, DEBRIS_TABLE, type DebrisKind } from '@tribos/core/inspect';
import { newEntry } from '../job/index.js';
import { Button, Sheet, TextField } from '../ui/index.js';
import type { Clean } from './useClean.js';

const AMOUNTS = ['dust', 'flakes', 'pieces'] as const;
type From = keyof typeof CAUGHT;

/** What lay in oil, filter or case: each kind of it by itself, so that a mixture is several. */
export function DebrisSheet({ clean, onClose }: { clean: Clean; onClose: () => void }) {
  const [from, setFrom] = useState<From>('sump');
  const [amount, setAmount] = useState<(typeof AMOUNTS)[number]>('flakes');
  const [text, setText] = useState('');
  const [given, setGiven] = useState<readonly DebrisKind[]>([]);
  const choice = <T extends string>(
    name: string,
    all: readonly T[],
    is: T,
    set: (v: T) => void,
    words: (v: T) => string,
  ) => (
    <div role="group" aria-label={name} className="flex flex-wrap">
      {all.map((v) => (
        <button
          key={v}
          type="button"
          aria-pressed={v === is}
          onClick={() => set(v)}
          className={`min-h-11 border px-3 ${v === is ? 'border-brass bg-page font-semibold' : 'border-ink/40'}`}
        >
          {words(v)}
        </button>
      ))}
    </div>
  );
  return (
    <Sheet title="What lay in oil, filter or case" onClose={onClose} wide>
      <div className="grid gap-3">
        {choice('Where', Object.keys(CAUGHT) as From[], from, setFrom, (v) => CAUGHT[v])}
        {choice('How much', AMOUNTS, amount, setAmount, (v) => v)}
        <TextField
          label="In words, if any"
          value={text}
          maxLength={500}
          onChange={(e) => setText(e.target.value)}
        />
      </div>
      <ul className="mt-3 grid gap-2 sm:grid-cols-2">
        {DEBRIS_KINDS.map((what) => {
          const d = DEBRIS_TABLE[what];
          return (
            <li key={what}>
              <button
                type="button"
                disabled={given.includes(what)}
                onClick={() => {
                  if (clean.send(newEntry(DEBRIS, { from, what, amount, text: text.trim() })))
                    setGiven([...given, what]);
                }}
                className="min-h-14 w-full border border-ink/40 px-3 py-1 text-left disabled:opacity-60"
              >
                <span className="font-semibold">{d.name}</span>
                {given.includes(what) && ': written down'}
                <span className="block text-small text-soft">
                  {d.tell}. Points to {d.points}.
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <p className="mt-3">
        <Button look="brass" onClick={onClose}>
          Done
        </Button>
      </p>
    </Sheet>
  );
}
