import type { ReactNode } from 'react';
import { Button } from '../ui/Button.js';
import { ApiError } from '../kit/api.js';

/** What the server said of something that was saved over what stands there now; null where it did not. */
export const staleOf = <T = { version: number },>(error: Error | null): T | null =>
  error instanceof ApiError && (error.problem.code === 'stale' || error.status === 409)
    ? ((error.problem.current ?? null) as T | null)
    : null;

/**
 * Why something was not saved; where it was changed elsewhere meanwhile, what it says now and the way to keep this on top.
 * Nothing while all is well.
 */
export function SaveTrouble<T extends { readonly version: number } = { version: number }>({
  error,
  now,
  onOver,
}: {
  error: Error | null;
  /** What stands there now, in words. */
  now?: (current: T) => ReactNode;
  onOver?: (version: number) => void;
}) {
  if (!error) return null;
  const current = staleOf<T>(error);
  return (
    <div role="alert" className="grid justify-items-start gap-2 border-l-4 border-beyond pl-3">
      <p className="text-beyond">{error.message} What you typed is still here.</p>
      {current && now && <p className="text-soft">{now(current)}</p>}
      {current && onOver && <Button onClick={() => onOver(current.version)}>Keep mine on top of that</Button>}
    </div>
  );
}

/** What the server asks before it keeps something unlikely, and the way to say that it stands. */
export function SaveQuestions({ error, onStands }: { error: Error | null; onStands: () => void }) {
  if (!(error instanceof ApiError) || error.problem.code !== 'questions') return null;
  return (
    <div role="alert" className="grid justify-items-start gap-2 border-l-5 border-brass pl-4">
      {error.problem.errors?.map((q) => (
        <p key={q.path} className="text-lead">
          {q.sentence}
        </p>
      ))}
      <Button look="brass" onClick={onStands}>
        It stands as typed
      </Button>
    </div>
  );
}
