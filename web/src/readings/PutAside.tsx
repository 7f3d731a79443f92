import { putAsideSentences, type JobFile, type Judgement } from '@tribos/core';

/** Readings that stay in the log and no longer count, and why. */
export function PutAside({ file, judgement }: { file: JobFile; judgement: Judgement }) {
  const sentences = putAsideSentences(file, judgement.readings);
  if (sentences.length === 0) return null;
  return (
    <section className="mt-4">
      <h2 className="mb-1 text-small font-semibold text-soft">Put aside</h2>
      <ul>
        {sentences.map((s) => (
          <li key={s} className="leading-snug">
            {s}
          </li>
        ))}
      </ul>
    </section>
  );
}
