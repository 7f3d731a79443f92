import { inHouse } from '@tribos/core';
import { demoFile, instruments, jobs } from '@tribos/demo';

const NOW = new Date('2026-11-30T10:00:00Z');

/** What people write again and again. */
const OFTEN = new Set([
  'reading',
  'leaf',
  'note',
  'looked',
  'assembly-seen',
  'torqued',
  'ring-step',
  'leak-mark',
]);

/** A whole job of the demo shop, so many entries long: what is written often is written again, as on another day. */
export function longJob(entries) {
  const gauges = instruments('2027-03-01');
  const all = jobs(NOW, gauges).map((j) => demoFile(j, gauges));
  const whole = all.reduce((a, b) => (b.log.length > a.log.length ? b : a));
  const often = whole.log.filter((e) => OFTEN.has(e.kind));
  const more = Array.from({ length: Math.max(0, entries - whole.log.length) }, (_, i) => ({
    ...often[i % often.length],
    id: `again-${i}`,
    at: whole.log.at(-1).at,
  }));
  return { ...whole, log: [...whole.log, ...more].slice(-Math.max(entries, whole.log.length)) };
}

const entryLike = (file, kind, id) => {
  const { log } = file;
  const like = log.findLast((e) => e.kind === kind);
  const note = { received: null, by: 'x', importedBy: null, kind: 'note', text: 'looked at again' };
  return { ...(like ?? note), kind, id, at: log.at(-1).at };
};

/** The same job with one entry more. */
export const withOne = (file, kind, id) => ({ ...file, log: [...file.log, entryLike(file, kind, id)] });
export { inHouse };
