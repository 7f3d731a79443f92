import { store } from '../kit/store.js';
import type { Place } from '@tribos/core/ground';

/*
 * What is being typed at the bar stands apart from the station: a key redraws the figure and nothing else.
 * A half-typed figure survives a reload, and so does the place it is typed for: it lies in the session's
 * storage; the memory before it saves asking for it at every key.
 */

interface Typed {
  readonly text: string;
  readonly at: Place | null;
}

const NOTHING: Typed = { text: '', at: null };
const place = (jobId: string): string => `tribos:typed:${jobId}`;
/** Counts keys: what is typed lies by job. */
const keysPressed = store(0);
const known = new Map<string, Typed>();

function lies(jobId: string): Typed {
  const before = known.get(jobId);
  if (before) return before;
  const kept = sessionStorage.getItem(place(jobId));
  const typed = kept === null ? NOTHING : (JSON.parse(kept) as Typed);
  known.set(jobId, typed);
  return typed;
}

/** What is typed and not yet accepted on a job. */
export const typedOn = (jobId: string): string => lies(jobId).text;

/** Where it is typed for; null when nothing is typed. */
export const typedAt = (jobId: string): Place | null => lies(jobId).at;

/** @param at the place it is typed for */
export function setTypedOn(jobId: string, text: string, at: Place): void {
  const before = lies(jobId);
  if (before.text === text && (before.at === at || text === '')) return;
  known.set(jobId, text ? { text, at } : NOTHING);
  if (text) sessionStorage.setItem(place(jobId), JSON.stringify({ text, at } satisfies Typed));
  else sessionStorage.removeItem(place(jobId));
  keysPressed.set(keysPressed.get() + 1);
}

/** {@link typedOn}, drawn anew at every key. */
export function useTypedOn(jobId: string): string {
  keysPressed.use();
  return typedOn(jobId);
}
