import { lastWork, TAKE_BACK, WORK, type JobFile, type WorkKind } from '@tribos/core/ground';
import { newEntry, useSend } from '../job/index.js';
import { Button, dayText } from '../ui/index.js';

/** The last work written down of some kinds, with the way to take it back: then it was never done, and opens nothing. */
export function LastWork({ file, kinds }: { file: JobFile; kinds: readonly WorkKind[] }) {
  const { trouble, send } = useSend(file);
  const last = lastWork(file, kinds);
  if (!last) return null;
  const where = last.cylinder === null ? '' : `, ${file.engine.cylinders[last.cylinder]}`;
  return (
    <p className="flex flex-wrap items-center gap-x-4">
      <span>
        Last written down: {WORK[last.what].name}
        {where}
        {last.text.trim() && `, ${last.text.trim()}`},{' '}
        <span className="whitespace-nowrap">{dayText(last.at)}</span>
      </span>
      <Button look="quiet" onClick={() => send(newEntry(TAKE_BACK, { of: last.id }))}>
        Take back: {WORK[last.what].name}
      </Button>
      {trouble && (
        <span role="alert" className="font-semibold text-beyond">
          {trouble}
        </span>
      )}
    </p>
  );
}
