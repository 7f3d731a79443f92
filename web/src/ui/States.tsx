import type { ReactNode } from 'react';
import { Button } from './Button.js';

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-soft">
      Fetching {what} …
    </p>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <div className="grid max-w-prose gap-3 border-l-4 border-rule py-2 pl-4 text-soft">{children}</div>;
}

/** What happened, what was kept, what to do. */
export function Failed({ error, retry }: { error: Error; retry?: () => void }) {
  return (
    <div role="alert" className="m-5 grid max-w-prose gap-3 border-l-4 border-beyond bg-sheet p-4">
      <p>{error.message}</p>
      {retry && (
        <div>
          <Button onClick={retry}>Try again</Button>
        </div>
      )}
    </div>
  );
}

export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd className="figure inline-block leading-tight rounded-edge border border-rule bg-page px-1.5 text-small text-ink">
      {children}
    </kbd>
  );
}
