import { Trouble } from '../ui/index.js';
import { useState } from 'react';
import { useMay } from '../people/index.js';
import type { ToolNeeded } from './useTools.js';

/** Tools that have to be there before the first bolt, what the shop lacks on top; said once for the shop. */
export function ToolList({
  tools,
  say,
}: {
  tools: readonly ToolNeeded[];
  say: (name: string, have: boolean) => Promise<void>;
}) {
  const maySay = useMay('measure');
  const [trouble, setTrouble] = useState<string | null>(null);
  if (tools.length === 0) return null;
  const missing = tools.filter((t) => t.have === false).length;
  return (
    <section aria-label="Special tools">
      <h2 className="font-semibold">Tools that have to be there first</h2>
      {missing > 0 && (
        <p className="text-beyond">
          {missing === 1 ? 'One is missing' : `${missing} are missing`}: get it before the first bolt.
        </p>
      )}
      <ul>
        {tools.map((t) => (
          <li key={t.name} className="flex flex-wrap items-center gap-x-3 border-t border-rule">
            <span className="min-w-0 flex-[1_1_11rem] py-1">
              <span className="font-semibold">{t.name}</span>
              <span className="block text-small text-soft">{t.use}</span>
            </span>
            <span role="group" aria-label={t.name} className="flex shrink-0">
              {([true, false] as const).map((have) => (
                <button
                  key={String(have)}
                  type="button"
                  disabled={!maySay}
                  aria-pressed={t.have === have}
                  onClick={() =>
                    void say(t.name, have).then(
                      () => setTrouble(null),
                      (e: unknown) => setTrouble((e as Error).message),
                    )
                  }
                  className={`min-h-11 border-b-3 px-3 ${t.have === have ? (have ? 'border-within font-semibold text-within' : 'border-beyond font-semibold text-beyond') : 'border-transparent text-soft'}`}
                >
                  {have ? 'we have it' : 'missing'}
                </button>
              ))}
            </span>
          </li>
        ))}
      </ul>
      <Trouble>{trouble}</Trouble>
    </section>
  );
}
