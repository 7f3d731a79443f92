import type { ReactNode } from 'react';

/** What is wrong, in a sentence, where it was done; nothing while nothing is. */
export function Trouble({ children, className = '' }: { children: ReactNode; className?: string }) {
  if (!children) return null;
  return (
    <p role="alert" className={`text-beyond ${className}`}>
      {children}
    </p>
  );
}
