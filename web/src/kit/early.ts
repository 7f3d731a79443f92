declare global {
  interface Window {
    /** Answers asked for before the screens were there, by path: see `public/early.js`. */
    tribosEarly?: Map<string, Promise<Response>>;
  }
}

/** Later than this the page has been open for a while: what was asked when it came says nothing of now. */
const STALE_MS = 10_000;

/** Once everything that was asked early is answered; never where nothing was, or the line is down. */
export const answeredEarly = (): Promise<void> =>
  new Promise((resolve) => {
    const asked = [...(globalThis.window?.tribosEarly?.values() ?? [])];
    if (asked.length > 0)
      Promise.all(asked).then(
        () => resolve(),
        () => undefined,
      );
  });

/** The answer that was asked for early, once; null where there is none. */
export function early(path: string): Promise<Response> | null {
  const answer = globalThis.window?.tribosEarly?.get(path);
  if (!answer) return null;
  window.tribosEarly!.delete(path);
  return performance.now() < STALE_MS ? answer : null;
}
