import type { JobFile, AnyEntry } from '@tribos/core/ground';
import { sameFile } from '../src/job/sameFile.js';

const entry = (id: string, more: object = {}): AnyEntry =>
  ({
    id,
    kind: 'note',
    at: '2026-03-01T10:00:00.000Z',
    received: null,
    by: 'Iwan Solberg',
    importedBy: null,
    text: `note ${id}`,
    ...more,
  }) as AnyEntry;
const parts = { shop: {}, engine: {}, instruments: [], studies: [], job: {}, decisions: [] };
const job = (log: readonly AnyEntry[], more: object = {}): JobFile =>
  ({ ...parts, log, ...more }) as unknown as JobFile;

describe('a job that says the same', () => {
  const before = job([entry('a'), entry('b')]);

  it('is not judged anew because the server has answered for what was typed', () => {
    const answered = entry('b', { received: '2026-03-01T10:00:01.000Z' });
    expect(sameFile(before, job([before.log[0]!, answered]))).toBe(true);
  });

  it('is judged anew when an entry is another, one more came, or a sheet was corrected', () => {
    expect(sameFile(before, job([entry('a'), entry('b', { text: 'other' })]))).toBe(false);
    expect(sameFile(before, job([...before.log, entry('c')]))).toBe(false);
    expect(sameFile(before, job(before.log, { engine: {} }))).toBe(false);
    expect(sameFile(before, job(before.log, { decisions: [] }))).toBe(false);
  });

  it('is judged anew where its device’s clock turns out to be wrong: it was taken at another time', () => {
    const late = entry('b', { at: '2099-01-01T08:00:00Z', received: '2026-03-02T08:00:00Z' });
    expect(sameFile(job([entry('b', { at: '2099-01-01T08:00:00Z' })]), job([late]))).toBe(false);
  });
});
