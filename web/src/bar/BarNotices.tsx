import type { SlipQuestion } from '@tribos/core/readings';
import { discard, type Waiting } from '../outbox/index.js';
import { Button } from '../ui/index.js';
import type { Answer } from './answers.js';

/** An entry the server did not take: it stays until someone throws it away. */
export function Refused({ waiting }: { waiting: Waiting }) {
  const { entry } = waiting;
  return (
    <p role="alert" className="flex flex-wrap items-center gap-3 border-b border-rule px-4 py-1 text-beyond">
      <span>
        The server did not take{' '}
        {'text' in entry && entry.kind === 'reading' ? String(entry.text) : 'an entry'}: {waiting.refused}
      </span>
      <Button look="quiet" onClick={() => void discard(entry.id)}>
        Throw it away
      </Button>
    </p>
  );
}

/** A slip question, answered with one key. */
export function Question({ question, answers }: { question: SlipQuestion; answers: readonly Answer[] }) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-brass px-4 py-1.5 text-on-brass"
    >
      <span className="text-lead">{question.sentence}</span>
      {answers.map((a) => (
        <button
          key={a.key}
          type="button"
          onClick={a.act}
          className="inline-flex min-h-11 items-center gap-2 rounded-edge border border-on-brass px-3 font-semibold"
        >
          <span className="figure border border-on-brass px-1.5 text-small">{a.key}</span> {a.label}
        </button>
      ))}
    </div>
  );
}
