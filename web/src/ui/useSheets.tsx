import { Suspense, useCallback, useState, type ReactNode } from 'react';

/** What may lie over a page, each with what it is about: null where it is about the page itself. */
type Abouts = object;
type About<T extends Abouts, K extends keyof T> = T[K] extends null ? [] : [about: T[K]];

/** How each of them is drawn. */
export type SheetsOf<T extends Abouts> = {
  readonly [K in keyof T]: (about: T[K], close: () => void) => ReactNode;
};

/** The one way to keep what is open over a page: at most one, by its name. */
export interface Sheets<T extends Abouts> {
  readonly isOpen: keyof T | null;
  /** What it is about. */
  readonly about: unknown;
  readonly open: <K extends keyof T>(name: K, ...about: About<T, K>) => void;
  readonly close: () => void;
  /** What is open; drawn at the end of the page. */
  readonly over: (of: SheetsOf<T>) => ReactNode;
}

export function useSheets<T extends Abouts>(): Sheets<T> {
  const [at, setAt] = useState<{ readonly name: keyof T; readonly about: unknown } | null>(null);
  const close = useCallback(() => setAt(null), []);
  const open: Sheets<T>['open'] = useCallback(
    (name, ...[about]) => setAt({ name, about: about ?? null }),
    [],
  );
  return {
    isOpen: at?.name ?? null,
    about: at?.about ?? null,
    open,
    close,
    over: (of) =>
      at && (
        <Suspense key={String(at.name)} fallback={null}>
          {of[at.name](at.about as T[keyof T], close)}
        </Suspense>
      ),
  };
}
