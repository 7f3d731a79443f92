import type { ReactNode } from 'react';

/** The one frame of a page: where am I, what can be done here, then the sheet. */
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
      <header className="flex flex-wrap items-center justify-between gap-3">
        <div>
          <h1 className="text-title font-semibold">{title}</h1>
          {sub && <p className="text-soft">{sub}</p>}
        </div>
        {actions && <div className="flex flex-wrap items-start justify-end gap-2">{actions}</div>}
      </header>
      {children}
    </div>
  );
}
