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

/** Start of a job's chain: the hash of its id. */
export const chainStart = (jobId: string): Buffer => createHash('sha256').update(jobId).digest();

/** Link of one entry: SHA-256 over the previous link, the place in the log and the entry. */
export const chainLink = (previous: Buffer, seq: number, entry: unknown): Buffer =>
  createHash('sha256')
    .update(previous)
    .update(`${seq}:${canonical(entry)}`)
    .digest();
