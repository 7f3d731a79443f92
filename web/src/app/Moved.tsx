import type { JobView, MovedVerdict } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';
import { useMay } from '../people/index.js';
import { Button, dayText, VERDICT_WORDS } from '../ui/index.js';

const word = (state: MovedVerdict['to']): string => (state === null ? 'not asked for' : VERDICT_WORDS[state]);

/** Verdicts that moved although nothing was read or written here: a sheet, a gauge or a rule was changed. */
export function Moved({ jobId, moved }: { jobId: string; moved: readonly MovedVerdict[] }) {
  const maySee = useMay('edit-job');
  const seen = useSave(() => api.delete<JobView>(`/jobs/${jobId}/moved`), {
    topic: 'jobs',
    id: jobId,
    view: keys.job(jobId),
  });
  if (moved.length === 0) return null;
  return (
    <section
      aria-label="Verdicts that moved"
      className="no-print mx-5 mb-2 flex max-h-28 shrink-0 items-start gap-4 overflow-y-auto border-l-4 border-undecided bg-sheet px-3 py-2"
    >
      <div className="min-w-0 flex-1">
        <p className="font-semibold">
          {moved.length === 1 ? 'A verdict' : `${moved.length} verdicts`} moved without a reading: a sheet, a
          gauge or a rule was changed.
        </p>
        <ul className="flex flex-wrap gap-x-5">
          {moved.map((m) => (
            <li key={`${m.cylinder}:${m.title}`}>
              {[m.cylinder, m.title.toLowerCase()].filter(Boolean).join(' ')}: {word(m.from)} →{' '}
              <strong>{word(m.to)}</strong>{' '}
              <span className="text-small text-soft">{dayText(m.at.slice(0, 10))}</span>
            </li>
          ))}
        </ul>
      </div>
      {maySee && (
        <Button className="shrink-0" disabled={seen.isPending} onClick={() => seen.mutate(undefined)}>
          Seen
        </Button>
      )}
    </section>
  );
}
