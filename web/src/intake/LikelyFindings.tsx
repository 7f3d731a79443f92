import { useQuery } from '@tanstack/react-query';
import { ROUTES, type JobFile } from '@tribos/core/ground';
import { likelyFindings, ownHistory, type Earlier } from '@tribos/core/intake';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';

/** What the complaint often turns out to be, and what it came to in this shop. */
export function LikelyFindings({ file }: { file: JobFile }) {
  const { job, engine } = file;
  const { data = [] } = useQuery({
    queryKey: keys.earlier(job.id),
    queryFn: () => api.get<Earlier[]>(`/jobs/${job.id}/earlier`),
  });
  const likely = likelyFindings(job.complaint, engine);
  const own = ownHistory(job.complaint, engine, data);
  if (likely.length === 0 && !own) return null;
  const deeper = likely.some((l) => l.deeper);
  return (
    <section className="bg-sheet p-4" aria-label="What it often turns out to be">
      <h2 className="mb-1 font-semibold">What it often turns out to be</h2>
      <ul>
        {likely.map((l) => (
          <li key={l.key} className="border-t border-rule py-2">
            <span className="font-semibold">{l.finding}</span>
            {l.deeper && <span className="text-small text-undecided"> · opens the bottom end</span>}
            <span className="block">{l.adds}.</span>
            <span className="block text-small text-soft">Look: {l.look}</span>
          </li>
        ))}
      </ul>
      {own && (
        <p className="border-t border-rule py-2">
          <span className="font-semibold">
            Of the last <span className="figure">{own.of}</span> of these engines here
            {own.alike ? ' with such a complaint' : ''}:
          </span>{' '}
          {own.ways.map(({ route, count }) => `${ROUTES[route]} ${count}`).join(', ')}.
        </p>
      )}
      <p className="mt-1 text-small text-soft">
        A list to look by, no diagnosis.{' '}
        {deeper && 'Tell the customer now that it may go deeper than the top end.'}
      </p>
    </section>
  );
}
