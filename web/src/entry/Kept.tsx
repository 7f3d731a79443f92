import type { ReactNode } from 'react';
import { Button } from '../ui/index.js';

/** What was kept of the same before, each with the way back where there is one. */
export function Kept({
  of,
}: {
  of: readonly {
    readonly id: string;
    readonly says: ReactNode;
    /** What is taken back, for who does not see it. */
    readonly name?: string;
    readonly onBack?: () => void;
  }[];
}) {
  if (of.length === 0) return null;
  return (
    <ul>
      {of.map(({ id, says, name, onBack }) => (
        <li key={id} className="flex min-h-11 items-center justify-between gap-3 border-t border-rule py-1">
          <span>{says}</span>
          {onBack && (
            <Button look="quiet" aria-label={name && `Take back: ${name}`} onClick={onBack}>
              Take back
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
