import { LastSaid } from '../bar/index.js';
import { Kbd } from '../ui/index.js';
import type { Clean } from './useClean.js';

/** The bar of looking over: what Space does, and what was said last. */
export function CleanBar({ clean, act, does }: { clean: Clean; act: () => void; does: string }) {
  const { now, trouble, last, lastSaid, open } = clean;
  return (
    <section
      aria-label="Clean bar"
      className="no-print shrink-0 border-t-2 border-ink bg-sheet max-md:sticky max-md:bottom-0 max-md:z-20 short:sticky short:bottom-0 short:z-20"
    >
      {trouble && (
        <p role="alert" className="border-b border-rule px-4 py-2 text-lead font-semibold text-beyond">
          {trouble}
        </p>
      )}
      <div className="grid grid-cols-1 sm:grid-cols-[17rem_minmax(0,1fr)_16rem]">
        <div className="px-4 py-2">
          <button
            type="button"
            onClick={act}
            className="min-h-12 w-full bg-brass px-3 text-lead font-semibold text-on-brass"
          >
            {does}
          </button>
          <p className="text-small text-soft max-sm:hidden">
            <Kbd>Space</Kbd> or the foot-switch
          </p>
        </div>
        <div className="border-rule px-4 py-2 max-sm:hidden sm:border-l">
          <p className="text-small text-soft">part at hand</p>
          <p className="line-clamp-2 text-lead leading-tight font-semibold first-letter:uppercase">
            {now?.part.name ?? '–'}
          </p>
          <p className="text-small text-soft">{open.length} to look at · arrows</p>
        </div>
        <LastSaid said={lastSaid} onBack={last ? clean.takeBack : null} />
      </div>
    </section>
  );
}
