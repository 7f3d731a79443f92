import { pistonMatch, pistonMatchSentences } from '@tribos/core/fit';
import type { JobContext } from '../job/index.js';
import { byFacts } from '../kit/byFacts.js';

/** Which piston goes into which bore, where there is a choice. */
export const PistonMatch = byFacts(function PistonMatch({ context }: { context: JobContext }) {
  const { file, unit } = context;
  const match = pistonMatch(file);
  if (!match) return null;
  return (
    <section className="mt-4">
      <h2 className="mb-1 text-small font-semibold text-soft">
        {match.kind === 'grades' ? `Which grade, ${match.maker}` : 'Which piston in which bore'}
      </h2>
      {match.kind === 'pistons' && match.asTheyAre && (
        <p>As they were measured: it is the best way already.</p>
      )}
      <ul>
        {pistonMatchSentences(file, match, unit).map((s) => (
          <li key={s} className="leading-snug first-letter:uppercase">
            {s}
          </li>
        ))}
      </ul>
    </section>
  );
});
