/** What is asked of a log again and again, walked once for each log: a log is never changed, only followed by a longer one. */
export function oncePerLog<E, T>(work: (log: readonly E[]) => T): (log: readonly E[]) => T {
  const known = new WeakMap<readonly E[], { readonly value: T }>();
  return (log) => {
    const before = known.get(log) ?? { value: work(log) };
    known.set(log, before);
    return before.value;
  };
}
