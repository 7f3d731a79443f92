import { JOB_KIND, JOB_KINDS, JOB_KIND_KEYS, jobKind, type JobFile } from '@tribos/core/ground';
import { newEntry, useSend } from '../job/index.js';
import { useMay } from '../people/index.js';
import { Trouble } from '../ui/index.js';

/** What is to be done: it says which stations the job needs, and what is not asked of it. Changed at any time. */
export function KindOfJob({ file }: { file: JobFile }) {
  const mayDo = useMay('measure');
  const is = jobKind(file);
  const { trouble, send } = useSend(file);
  return (
    <section aria-label="Kind of job" className="bg-sheet p-4">
      <h2 className="mb-1 font-semibold">Kind of job</h2>
      <div role="group" aria-label="Kind of job" className="flex flex-wrap gap-x-1">
        {JOB_KIND_KEYS.map((k) => (
          <button
            key={k}
            type="button"
            disabled={!mayDo}
            aria-pressed={k === is}
            onClick={() => k !== is && send(newEntry(JOB_KIND, { is: k }))}
            className={`min-h-11 border-b-3 px-3 ${k === is ? 'border-brass font-semibold text-brass' : 'border-transparent text-soft'}`}
          >
            {JOB_KINDS[k].name}
          </button>
        ))}
      </div>
      <p className="text-small text-soft first-letter:uppercase">{JOB_KINDS[is].says}.</p>
      <Trouble className="font-semibold">{trouble}</Trouble>
    </section>
  );
}
