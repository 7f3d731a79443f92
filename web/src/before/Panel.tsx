import { useState, type ReactNode } from 'react';
import { SKIPPED } from '@tribos/core/before';
import { Button, TextField } from '../ui/index.js';
import type { Before } from './useBefore.js';

/** One test or look: its name, whether it is done, and how it is left out. */
export function Panel({ before, what, children }: { before: Before; what: string; children: ReactNode }) {
  const step = before.steps.find((s) => s.what === what);
  const [leaving, setLeaving] = useState(false);
  const [text, setText] = useState('');
  if (!step) return null;
  const done = step.done !== null;
  return (
    <section className="bg-sheet p-4" aria-label={step.name}>
      <div className="flex flex-wrap items-center gap-3">
        <span aria-hidden="true" className={`size-3 shrink-0 border border-ink ${done ? 'bg-ink' : ''}`} />
        <h2 className="font-semibold">{step.name}</h2>
        <span className="text-small text-soft">
          {done ? 'done' : step.excused !== null ? 'left out' : ''}
        </span>
        {!done && step.excused === null && (
          <Button
            look="quiet"
            className="ml-auto"
            onClick={() => setLeaving(!leaving)}
            aria-label={`Leave it out: ${step.name}`}
          >
            Leave it out
          </Button>
        )}
      </div>
      {leaving && !done && step.excused === null ? (
        <form
          className="mt-2 grid items-end gap-3 sm:grid-cols-[1fr_auto]"
          onSubmit={(e) => {
            e.preventDefault();
            if (before.keep(what, SKIPPED, { what: what as never, text: text.trim() }) !== null)
              setLeaving(false);
          }}
        >
          <p className="text-undecided sm:col-span-2">Left out, nobody can say later {step.lost}.</p>
          <TextField
            label="Why, in a word"
            maxLength={500}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button type="submit">Leave it out</Button>
        </form>
      ) : step.excused !== null && !done ? (
        <p className="mt-1 text-undecided">
          {step.excused && `${step.excused}. `}Nobody can say later {step.lost}.
        </p>
      ) : null}
      <div className="mt-2">{children}</div>
    </section>
  );
}
