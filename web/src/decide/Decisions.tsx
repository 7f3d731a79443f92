import { capital, ROUTES, standingDecision, whoOf, type JobFile } from '@tribos/core/ground';
import { dayText, TextLink } from '../ui/index.js';

/** Every decision of a job, the last one first: it stands. */
export function Decisions({ file }: { file: JobFile }) {
  const decision = standingDecision(file);
  return (
    <section>
      <h2 className="mb-1 text-small font-semibold text-soft">Decisions, the last one stands</h2>
      {file.decisions.length === 0 ? (
        <p className="text-soft">Nothing yet.</p>
      ) : (
        <ul>
          {[...file.decisions].reverse().map((d, i) => (
            <li
              key={d.id}
              className={`border-b border-rule py-2 ${i > 0 ? 'text-soft line-through decoration-1' : ''}`}
            >
              <p className="font-semibold">
                {d.importedBy !== null && 'In the file: '}
                {[file.engine.kits.find((k) => k.id === d.kitId)?.name, capital(ROUTES[d.route])]
                  .filter(Boolean)
                  .join(': ')}
              </p>
              <p>{d.reason || 'no reason given'}</p>
              <p className="text-small text-soft">
                {whoOf(d)}, {dayText(d.at)}
              </p>
            </li>
          ))}
        </ul>
      )}
      {decision && file.engine.kits.some((k) => k.id === decision.kitId) && (
        <p className="no-print mt-2">
          <TextLink to={`/jobs/${file.job.id}`}>Measure its pistons</TextLink>: each bore gets its own size.
        </p>
      )}
    </section>
  );
}
