import {
  readingsOf,
  inHouse,
  atHand,
  beforeMeasuring,
  clockBelieved,
  decidedText,
  importerOf,
  judgeJob,
  nextReads,
  readEntry,
  readJobFile,
  reportOf,
  takenAt,
  verdictSentence,
  whoOf,
  type JobFile,
} from '@tribos/core';
import { bore, bores, GAUGES, HERE, jobFile, MIC, piston, reading, RING } from '../support.js';

const WALL = [
  ['77.020', '77.019', '77.018', '77.019'],
  ['77.016', '77.016', '77.015', '77.015'],
  ['77.012', '77.012', '77.012', '77.011'],
];
const READ = [WALL, WALL];
const NOW = '2026-03-02T08:00:00.000Z';
const OWN = [...bores(READ), piston(0, '76.960'), piston(1, '76.960')];

/** The same job as another shop's file brought it in. */
function brought(file: JobFile, by = 'Ann'): JobFile {
  const mark = <T extends object>(v: T): T => ({ ...v, importedBy: by });
  return {
    ...file,
    instruments: [...file.instruments.map(mark), { ...RING, id: 'own' }],
    log: file.log.map(mark),
    decisions: file.decisions.map(mark),
  };
}

describe('what a file brought in', () => {
  const own = jobFile(OWN, { job: { plan: 'full' } });
  const file = brought(own);

  it('changes no figure and no verdict, but every verdict on it says so', () => {
    const [a, b] = [judgeJob(own).items, judgeJob(file).items];
    expect(b.map((i) => [i.key, i.state, i.value, i.p])).toEqual(
      a.map((i) => [i.key, i.state, i.value, i.p]),
    );
    const read = b.filter((i) => i.value !== null);
    expect(read.length).toBeGreaterThan(3);
    for (const item of read)
      expect(verdictSentence(file, item, 'mm').notes.join(' ')).toContain('a file brought in');
    for (const item of a) expect(item.caveats).not.toContain('imported');
  });

  it('marks a verdict that rests on one reading of a file among others of this shop', () => {
    const log = [...OWN.slice(0, -1), { ...piston(1, '76.960'), importedBy: 'Ann', instrumentId: 'theirs' }];
    const mixed = jobFile(log, {
      job: { plan: 'full' },
      instruments: [...GAUGES, { ...MIC, id: 'theirs', importedBy: 'Ann' }],
    });
    const marked = judgeJob(mixed).items.filter((i) => i.caveats.includes('imported'));
    expect(new Set(marked.map((i) => i.feature))).toEqual(new Set(['clearance']));
  });

  it('marks a finding, and names who found it as somebody of a file', () => {
    const finding = {
      ...HERE,
      kind: 'finding',
      id: 'f',
      at: '2026-03-01T10:00:00.000Z',
      by: 'Ben',
      importedBy: 'Ann',
      cylinder: 0,
      what: 'crack',
      place: null,
      deep: null,
      nail: null,
    } as const;
    const item = judgeJob(jobFile([finding])).items.find((i) => i.feature === 'finding')!;
    expect(item.caveats).toContain('imported');
    expect(item.working).toContainEqual({
      kind: 'text',
      label: 'found by',
      text: 'Ben (in a file Ann brought in)',
    });
  });

  it('is told in report and headline', () => {
    const decided = brought({
      ...own,
      decisions: [
        {
          id: 'd',
          at: own.log[0]!.at,
          by: 'Ben',
          importedBy: null,
          route: 'reuse',
          kitId: null,
          reason: 'ok',
        },
      ],
    });
    expect(decidedText(decided)).toBe('In the file: nothing is bored');
    expect(judgeJob(decided).nextAt('decide')!.sentence('mm')).toBe(
      'Decided in the file: nothing is bored. ok',
    );
    const text = JSON.stringify(reportOf(decided).sections);
    expect(text).toContain('first (in a file Ann brought in)');
    expect(text).toContain('Ben (in a file Ann brought in)');
    expect([importerOf(decided), importerOf(own), whoOf({ by: 'x', importedBy: null })]).toEqual([
      'Ann',
      null,
      'x',
    ]);
  });

  it('offers none of its gauges: nobody of this shop can take them in hand', () => {
    const at = bore(0, file.engine.depths.top, 0);
    expect(beforeMeasuring(file, at, 'me', '2026-03-01').map((g) => g.instrument.id)).toEqual(['own']);
    for (const item of judgeJob(file).items)
      expect(item.outlook.every((g) => atHand(g.instrument))).toBe(true);
  });

  it('leads on with gauges of this shop alone, whatever it was read with', () => {
    // Undecided, and read along two directions: more readings would help.
    const near = bores([
      [
        ['77.104', '77.104'],
        ['77.090', '77.090'],
        ['77.080', '77.080'],
      ],
    ]);
    const job = brought(jobFile(near));
    const of = judgeJob(job);
    const ways = of.items.flatMap((i) => nextReads(job, i, readingsOf(inHouse(job), 'mm')));
    expect(ways.length).toBeGreaterThan(0);
    const ours = new Set(job.instruments.filter(atHand).map((i) => i.id));
    expect(ways.every((w) => ours.has(w.action.gauge))).toBe(true);
  });

  it('has its zeros found again by nobody here', () => {
    const zero = {
      ...HERE,
      id: 'z',
      kind: 'zero',
      at: NOW,
      by: 'Ben',
      importedBy: 'Ann',
      instrumentId: 'ring-set',
    };
    const read = (importedBy: string | null) =>
      readEntry({ id: 'c', kind: 'closing-zero', at: NOW, zeroId: 'z', text: '0' } as never, {
        received: null,
        by: 'me',
        importedBy,
        engine: file.engine,
        instruments: file.instruments,
        known: () => zero as never,
        found: () => new Set(),
      });
    expect(read('Ann').ok).toBe(true);
    expect(read(null)).toMatchObject({ ok: false, path: '/zeroId' });
  });

  it('is read back only as marked: its gauge with an entry of this shop is refused', () => {
    expect(readJobFile(JSON.parse(JSON.stringify(file)))).toMatchObject({ ok: true });
    const log = file.log.map((e, n) => (n === 0 ? { ...e, importedBy: null } : e));
    expect(readJobFile(JSON.parse(JSON.stringify({ ...file, log })))).toMatchObject({
      ok: false,
      misfits: [{ path: '/log/0/instrumentId' }],
    });
  });
});

describe('when an entry was made', () => {
  const entry = (at: string, received: string | null, importedBy: string | null = null) => ({
    at,
    received,
    importedBy,
  });

  it.each([
    ['as typed, before it arrived', '2026-03-02T07:00:00.000Z', NOW, '2026-03-02T07:00:00.000Z'],
    ['as typed, after days off line', '2026-02-27T09:00:00.000Z', NOW, '2026-02-27T09:00:00.000Z'],
    ['as it arrived, from a clock of another year', '2099-01-01T00:00:00.000Z', NOW, NOW],
    ['as it arrived, from a clock that was reset', '2000-01-01T00:00:00.000Z', NOW, NOW],
    ['as typed, where nobody kept its arrival', '2000-01-01T00:00:00.000Z', null, '2000-01-01T00:00:00.000Z'],
  ])('is %s', (_, at, received, taken) => {
    expect(takenAt(entry(at, received))).toBe(taken);
  });

  it('is what a file says of it: a file arrives any time', () => {
    const old = entry('2024-03-01T10:00:00.000Z', NOW, 'Ann');
    expect([takenAt(old), clockBelieved(old)]).toEqual([old.at, true]);
  });

  it('holds a calibration against the day it arrived: no clock set back makes it good', () => {
    const due = { ...RING, calibrationDue: '2026-02-01' };
    const of = (over: object) =>
      judgeJob(
        jobFile(
          [reading(bore(0, 15_000_000, 0), '77.02', 'ring-set', { at: '2026-01-05T10:00:00.000Z', ...over })],
          { instruments: [due, MIC] },
        ),
      ).items.find((i) => i.value !== null)!;
    const [believed, reset] = [of({ received: '2026-01-05T10:00:01.000Z' }), of({ received: NOW })];
    expect(believed.caveats).not.toContain('overdue');
    expect(reset.caveats).toContain('overdue');
    // Its error counts double.
    expect(reset.u!).toBeGreaterThan(believed.u!);
  });
});
