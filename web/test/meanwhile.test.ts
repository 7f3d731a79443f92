import type { BenchesView } from '@tribos/contract';
import { meanwhile } from '../src/timers/meanwhile.js';

type Bench = BenchesView['benches'][number];
const row = (id: string, read: number, planned: number, station = 'measure') => ({
  id,
  number: 7,
  engine: `engine of ${id}`,
  customer: '',
  complaint: '',
  bench: null,
  promised: null,
  overall: null,
  marks: {},
  read,
  planned,
  decided: null,
  next: { mm: `next of ${id}`, in: '', station, reached: station, since: null, by: null, left: [] },
  waitsSince: null,
});
const bench = (id: string, station: string, read = 0, planned = 0): Bench => ({
  name: `bench of ${id}`,
  job: row(id, read, planned, station),
});

describe('what fits while something waits by itself', () => {
  const view = {
    benches: [
      bench('soaks', 'strip'),
      bench('measured', 'measure', 4, 12),
      bench('long', 'measure', 0, 90),
      bench('decides', 'decide'),
      { name: 'empty', job: null },
    ],
    waiting: [row('shelf', 0, 6), row('finished', 6, 6)],
  };
  const keys = (left: number) => meanwhile(view, [{ jobId: 'soaks' }], left, 'mm').map((t) => t.key);

  it('is work on the engines that do not wait: what surely fits first, then what nobody can say', () => {
    expect(keys(20)).toEqual(['measured', 'shelf', 'decides']);
  });

  it('is never what would surely be cut short', () => {
    expect(keys(3)).toEqual(['shelf', 'decides']);
    expect(keys(45)).toEqual(['measured', 'long', 'shelf', 'decides']);
  });

  it('says about how long, and where it is done', () => {
    const [first] = meanwhile(view, [{ jobId: 'soaks' }], 20, 'mm');
    expect(first).toMatchObject({ minutes: 4, to: '/jobs/measured', what: 'next of measured' });
  });
});
