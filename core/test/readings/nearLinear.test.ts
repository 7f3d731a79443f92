import { judgeJob, readJobFile, reportOf, type JobFile, type LogEntry } from '@tribos/core';
import { HERE, bore, jobFile, reading } from '../support.js';

const AT = '2026-03-01T10:00:00.000Z';
const base = (id: string) => ({ id, at: AT, by: 'first', ...HERE });

/** A log with as many of everything that once was looked for from its beginning. */
function logOf(n: number): LogEntry[] {
  const each = Array.from({ length: n }, (_, i) => i);
  const taken = each.map((i) =>
    reading(bore(i % 2, [15, 45, 80][i % 3]!, (i % 4) * 45), `77.0${10 + (i % 9)}`, 'ring-set', {
      id: `r${i}`,
      by: i % 2 ? 'first' : 'second',
      seen: i === 0 ? null : `r${Math.max(0, i - 5)}`,
    }),
  );
  return [
    ...taken,
    ...each.map((i): LogEntry => ({ ...base(`a${i}`), kind: 'answer', readingId: `r${i}`, slip: 'outlier' })),
    ...each.flatMap((i): LogEntry[] => [
      {
        ...base(`w${i}`),
        kind: 'work',
        what: i % 2 ? 'honed' : 'washed',
        cylinder: i % 2,
        kitId: null,
        ticket: null,
        text: '',
      },
      { ...taken[i]!, id: `x${i}`, seen: null },
    ]),
    ...each.map((i): LogEntry => ({ ...base(`b${i}`), kind: 'take-back', of: `r${i}` })),
  ];
}

/** How often anything is read of an entry of a log while something is worked, for each entry of it. */
function looksPerEntry(n: number, work: (file: JobFile) => unknown): number {
  let looks = 0;
  const log = logOf(n).map(
    (entry) =>
      new Proxy(entry, {
        get: (of, key, self) => {
          looks += 1;
          return Reflect.get(of, key, self) as unknown;
        },
      }),
  );
  work({ ...jobFile([]), log });
  return looks / log.length;
}

describe('a long log', () => {
  it.each<[string, (file: JobFile) => unknown]>([
    ['judged', (file) => judgeJob(file)],
    ['reported', (file) => reportOf(file)],
    ['read from a file', (file) => readJobFile(file)],
  ])('is %s by looking at each entry about as often as in a short one', (_, work) => {
    const [short, long] = [looksPerEntry(60, work), looksPerEntry(240, work)];
    expect(short).toBeGreaterThan(1);
    // Sorting looks a little oftener at more of them; looking at each for each would be four times as often.
    expect(long).toBeLessThan(short * 1.4);
  });
});
