import { useSyncExternalStore } from 'react';

/*
 * What is being typed at the bar stands apart from the station: a key redraws the figure and nothing else.
 * A half-typed figure survives a reload, so it lies in the session's storage; the memory before it saves
 * asking for it at every key.
 */

const place = (jobId: string): string => `tribos:typing:${jobId}`;
const texts = new Map<string, string>();
const listeners = new Set<() => void>();

/** What is typed and not yet accepted on a job. */
export function typedOn(jobId: string): string {
  const known = texts.get(jobId);
  if (known !== undefined) return known;
  const kept = sessionStorage.getItem(place(jobId)) ?? '';
  texts.set(jobId, kept);
  return kept;
}

export function setTypedOn(jobId: string, text: string): void {
  if (typedOn(jobId) === text) return;
  texts.set(jobId, text);
  if (text) sessionStorage.setItem(place(jobId), text);
  else sessionStorage.removeItem(place(jobId));
  listeners.forEach((l) => l());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** {@link typedOn}, drawn anew at every key. */
export const useTypedOn = (jobId: string): string => useSyncExternalStore(subscribe, () => typedOn(jobId));
