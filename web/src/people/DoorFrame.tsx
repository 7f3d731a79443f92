import type { ReactNode } from 'react';
import { ScribedScale } from '../ui/index.js';

/** The frame of everything somebody sees before they are in. */
export function DoorFrame({ sub, children }: { sub: string; children: ReactNode }) {
  return (
    <main className="grid min-h-dvh place-items-center bg-page p-5">
      <div className="grid w-full max-w-md gap-5 bg-sheet p-7">
        <div>
          <h1 className="text-reading leading-tight font-semibold text-blue">Tribos</h1>
          <p className="text-soft">{sub}</p>
        </div>
        <ScribedScale />
        {children}
      </div>
    </main>
  );
}
