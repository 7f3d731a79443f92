import { useState } from 'react';
import { SEEN_BEFORE, type Seen } from '@tribos/core/before';
import { CAUTIONS } from '@tribos/core/strip';
import { TextField } from '../ui/index.js';
import { Panel } from './Panel.js';
import type { Before } from './useBefore.js';

/** Something looked at: one touch an answer, of each cylinder where it is of one. */
export function SeenPanel({ before, seen }: { before: Before; seen: Seen }) {
  const { cylinders } = before.file.engine;
  const [text, setText] = useState('');
  const rows = seen.each ? cylinders.map((_, i) => i) : [null];
  return (
    <Panel before={before} what={seen.key}>
      <p className="text-soft">{seen.ask}</p>
      {rows.map((cylinder) => {
        const said = before.log
          .filter(SEEN_BEFORE.is)
          .findLast((e) => e.what === seen.key && e.cylinder === cylinder);
        return (
          <div
            key={cylinder ?? 'all'}
            role="group"
            aria-label={
              cylinder === null || cylinders.length === 1 ? seen.name : `${seen.name}, ${cylinders[cylinder]}`
            }
            className="mt-1 flex flex-wrap items-center gap-2"
          >
            {cylinder !== null && cylinders.length > 1 && (
              <span className="w-14 font-semibold">{cylinders[cylinder]}</span>
            )}
            {seen.answers.map((answer) => (
              <button
                key={answer}
                type="button"
                aria-pressed={said?.answer === answer}
                onClick={() => {
                  if (
                    before.keep(seen.key, SEEN_BEFORE, {
                      what: seen.key as never,
                      cylinder,
                      answer,
                      text: text.trim(),
                    }) !== null
                  )
                    setText('');
                }}
                className={`min-h-11 border px-3 ${said?.answer === answer ? 'border-brass font-semibold text-brass' : 'border-ink/40'}`}
              >
                {answer}
              </button>
            ))}
            {said?.text && <span className="text-small text-soft">{said.text}</span>}
          </div>
        );
      })}
      <details className="mt-1">
        <summary className="inline-flex min-h-11 cursor-pointer items-center text-small text-blue underline underline-offset-4">
          in words
        </summary>
        <TextField
          label="In words, kept with the next answer"
          maxLength={500}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
      </details>
      {seen.key === 'washed' && <p className="text-small text-soft">{CAUTIONS.washing}</p>}
    </Panel>
  );
}
