import { useState } from 'react';
import { BEFORE_UNDO, leakRunsAfter, timelineOf, type JobFile } from '@tribos/core';
import { LeakTest, type Testing } from '../before/index.js';
import { newEntry, useSend } from '../job/index.js';
import { Button } from '../ui/index.js';

/** The crankcase tested again after its new seals: what the check beside is proved by. */
export function LeakAfter({ file, mayDo }: { file: JobFile; mayDo: boolean }) {
  const { trouble, send } = useSend(file);
  const [at, setAt] = useState('');
  if (file.engine.strokes !== 2) return null;
  const last = leakRunsAfter(file).at(-1) ?? null;
  const testing: Testing = {
    file,
    keep: (where, kind, fields) => {
      setAt(where);
      const entry = newEntry(kind, fields);
      return send(entry) ? entry.id : null;
    },
    troubleAt: (where) => (trouble !== null && at === where ? trouble : undefined),
  };
  if (!mayDo && last === null) return null;
  return (
    <section aria-label="Crankcase leak test" className="mb-4 bg-sheet p-3">
      <h2 className="text-title font-semibold">Crankcase leak test</h2>
      <p className="mb-2">After new seals, before it runs: pressure and vacuum, each against its limit.</p>
      {mayDo && <LeakTest before={testing} when="after" />}
      {mayDo && last && (
        <Button look="quiet" onClick={() => send(newEntry(BEFORE_UNDO, { of: last.test.id }))}>
          Take back: {timelineOf(file).find((t) => t.id === last.test.id)?.sentence ?? 'the last test'}
        </Button>
      )}
    </section>
  );
}
