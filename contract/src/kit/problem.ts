/** Every error of the API, as an RFC 9457 problem document. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  /** Stable; may be matched on. */
  readonly code: string;
  /** What happened, what was kept, what to do. */
  readonly detail: string;
  readonly errors?: readonly { readonly path: string; readonly sentence: string }[];
  /** On a stale edit: what stands now, to set beside what was sent. */
  readonly current?: unknown;
}

/** One page of a list, by keyset. */
export interface Page<T> {
  readonly items: readonly T[];
  /** Pass as `after` for the next page; null on the last. */
  readonly next: string | null;
}
