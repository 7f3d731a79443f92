import { createHash } from 'node:crypto';

/** JSON with sorted keys: the same entry always gives the same text. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (value !== null && typeof value === 'object') {
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(',')}}`;
  }
  return JSON.stringify(value) ?? 'null';
}

/** Start of a chain: the hash of what it is of. */
export const chainStart = (of: string): Buffer => createHash('sha256').update(of).digest();

/** Link of one entry: SHA-256 over the previous link, the place in the chain and the entry. */
export const chainLink = (previous: Buffer, seq: number, entry: unknown): Buffer =>
  createHash('sha256')
    .update(previous)
    .update(`${seq}:${canonical(entry)}`)
    .digest();

/** One link as it is kept. */
export interface Link {
  readonly seq: number;
  readonly said: unknown;
  readonly previousHash: Buffer;
  readonly hash: Buffer;
}

/** Whether a chain is unbroken; otherwise the first place that does not follow. */
export interface Checked {
  readonly intact: boolean;
  readonly entries: number;
  readonly brokenAt: number | null;
}

/**
 * Follows a chain from its start.
 * @param start what the first link follows
 * @param links in order
 * @param first place of the first of them
 */
export function brokenAt(start: Buffer, links: readonly Link[], first = 1): Checked {
  let previous = start;
  for (const [i, { seq, said, previousHash, hash }] of links.entries()) {
    const follows = chainLink(previous, first + i, said);
    if (seq !== first + i || !previousHash.equals(previous) || !hash.equals(follows))
      return { intact: false, entries: links.length, brokenAt: first + i };
    previous = hash;
  }
  return { intact: true, entries: links.length, brokenAt: null };
}
