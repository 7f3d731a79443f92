import type { JobFile, LengthUnit } from '@tribos/core/ground';
import { checksOf, crossCheckSentence } from '@tribos/core/fit';
import { VerdictMark } from '../ui/index.js';
import { byFacts } from '../kit/byFacts.js';

/** Independent ways to the same figure, held against each other; those that do not agree first. */
export const CrossChecks = byFacts(function CrossChecks({ file, unit }: { file: JobFile; unit: LengthUnit }) {
  const checks = [...checksOf(file, unit)].sort((a, b) => Number(a.agrees) - Number(b.agrees));
  if (checks.length === 0) return null;
  return (
    <section className="mt-4">
      <h2 className="mb-1 text-small font-semibold text-soft">Cross-checks</h2>
      <ul>
        {checks.map((c) => (
          <li key={`${c.kind}:${c.cylinder}:${c.title}`} className="flex gap-2 py-1.5">
            <VerdictMark state={c.agrees ? 'within' : 'beyond'} word={false} className="self-start" />
            <span>
              <span className="block leading-snug first-letter:uppercase">
                {c.title}: {c.agrees ? 'agree' : 'do not agree'}.
              </span>
              <span className="block text-small text-soft">{crossCheckSentence(c, unit)}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
});
