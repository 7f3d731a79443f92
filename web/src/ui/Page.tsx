import type { ReactNode } from 'react';
import { InLine } from './InLine.js';

/** The one frame of a page outside a job: where I am stands in the line; what can be done here, then the sheet. */
export function Page({
  title,
  sub,
  actions,
  children,
}: {
  title: string;
  sub?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-5">
      <InLine>
        <h1 className="truncate text-title font-semibold">{title}</h1>
      </InLine>
      {(sub || actions) && (
        <header className="flex flex-wrap items-center justify-between gap-3">
          <p className="text-soft">{sub}</p>
          {actions && <div className="flex flex-wrap items-start justify-end gap-2">{actions}</div>}
        </header>
      )}
      {children}
    </div>
  );
}
