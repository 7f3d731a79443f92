import { Trouble } from '../ui/index.js';
import type { JobFile } from '@tribos/core/ground';
import { REFIT_SEEN, refitState } from '@tribos/core/refit';
import { newEntry, useSend } from '../job/index.js';
import { TakeBack } from './TakeBack.js';

/** What else goes back on: asked what is seen, never whether it is done. */
export function Checks({ file, mayDo }: { file: JobFile; mayDo: boolean }) {
  const { checks } = refitState(file);
  return (
    <section aria-label="Looked at" className="mt-4 bg-sheet p-3">
      <h2 className="text-title font-semibold">What is seen</h2>
      <ul>
        {checks.map((c) => (
          <CheckRow key={c.check.key} file={file} of={c} mayDo={mayDo} />
        ))}
      </ul>
    </section>
  );
}

function CheckRow({
  file,
  of: { check, seen },
  mayDo,
}: {
  file: JobFile;
  of: ReturnType<typeof refitState>['checks'][number];
  mayDo: boolean;
}) {
  const { trouble, send } = useSend(file);
  return (
    <li className="border-t border-rule py-2">
      <p className="flex items-center justify-between gap-3 leading-tight font-semibold">
        <span>
          {check.ask}
          {seen && <span className="text-within"> ✓</span>}
        </span>
        {mayDo && seen && <TakeBack of={seen.id} name={check.ask} send={send} />}
      </p>
      {seen && <p className="text-small">{seen.answer}</p>}
      {mayDo && !seen && (
        <div role="group" aria-label={check.ask} className="no-print mt-1 grid gap-1">
          {check.answers.map((a) => (
            <button
              key={a.text}
              type="button"
              onClick={() => send(newEntry(REFIT_SEEN, { check: check.key, answer: a.text }))}
              className="min-h-11 border border-rule px-3 py-1 text-left leading-snug"
            >
              {a.text}
            </button>
          ))}
        </div>
      )}
      <Trouble className="font-semibold">{trouble}</Trouble>
    </li>
  );
}
