import { Kbd } from '../ui/index.js';

/** The right end of a bar: what was said last, and the way to take it back. */
export function LastSaid({ said, onBack }: { said: string | null; onBack: (() => void) | null }) {
  return (
    <div className="border-rule px-4 py-2 max-sm:py-0 sm:border-l">
      <p className="text-small text-soft max-sm:hidden">last</p>
      <p className="line-clamp-2 max-sm:hidden">{said ?? '–'}</p>
      {onBack && (
        <button type="button" onClick={onBack} className="min-h-11 text-blue underline underline-offset-4">
          take it back <Kbd>⌫</Kbd>
        </button>
      )}
    </div>
  );
}
