import type { LengthUnit, JobFile } from '@tribos/core/ground';
import { readingsOf, putAsideSentences } from '@tribos/core/readings';
import { byFacts } from '../kit/byFacts.js';

/** Readings that stay in the log and no longer count, and why. */
export const PutAside = byFacts(function PutAside({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const sentences = putAsideSentences(file, readingsOf(file, unit));
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
});
