import type { ReactNode } from 'react';

/** Where nothing is left, or nothing is to be done yet: said large in the place of the work, with the way on. */
export function Rest({ says, children }: { says: string; children?: ReactNode }) {
  return (
    <section aria-label="Nothing is left here" className="max-w-3xl border-l-5 border-within bg-sheet p-5">
      <p className="text-reading leading-tight font-semibold text-within">{says}</p>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-lead empty:hidden">
        {children}
      </div>
    </section>
  );
}
