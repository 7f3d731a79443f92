import {
  beforeMeasuring,
  mm,
  oneReadingU,
  putAsideSentences,
  openZero,
  readEntry,
  suggestedZero,
  um,
  walk,
  warmUpOf,
  zeroLost,
  zerosOf,
  type AnyEntry,
  type JobFile,
  type LogEntry,
  type NewEntry,
  type SizePlace,
} from '@tribos/core';
import {
  judgedWhole,
  HERE,
  bore,
  bores,
  GAUGES,
  IN_MIC,
  instrument,
  jobFile,
  piston,
  reading,
  RING,
  TELESCOPING,
} from '../support.js';

const at = (minute: number) => `2026-03-01T10:${String(minute).padStart(2, '0')}:00.000Z`;
/** A log as a screen would have sent it, a minute an entry. */
function sent(...bodies: object[]): LogEntry[] {
  const log: LogEntry[] = [];
  bodies.forEach((body, i) => {
    const read = readEntry({ id: `e${i}`, at: at(i), ...body } as NewEntry, {
      by: 'first',
      ...HERE,
      engine: jobFile([]).engine,
      instruments: GAUGES,
      known: (id) => log.find((e) => e.id === id),
      found: () => new Set(),
    });
    if (!read.ok) throw new Error(read.sentence);
    log.push(read.entry);
  });
  return log;
}
const zero = {
  kind: 'zero',
  instrumentId: 'mic-set',
  in: { kind: 'micrometer', instrumentId: 'mic' },
  text: '77.020',
  needle: 'clockwise-smaller',
  repeats: 3,
};
const deviation = (station: SizePlace, text: string) => ({
  kind: 'reading',
  station,
  instrumentId: 'mic-set',
  text,
  zeroId: 'e0',
});
const places = walk(jobFile([]).engine, 'usual');
const map = (texts: readonly string[]) => places.slice(0, 12).map((s, i) => deviation(s, texts[i]!));
const EVEN = ['0', '+2', '+4', '+5', '+8', '+8', '-1', '+3', '+3', '+6', '+8', '+9'];

describe('a map read by comparator', () => {
  it('is sizes in the sense of the bore, and asks for its closing zero when it is read', () => {
    const file = jobFile([...sent(zero, ...map(EVEN)), piston(0, '76.95'), piston(1, '76.95')]);
    const judged = judgedWhole(file);
    expect(judged.bores[0]!.survey!.largest.of.value).toBe(mm(77.02));
    expect(judged.bores[0]!.survey!.smallest.of.value).toBe(mm(77.012));
    expect(judged.next).toMatchObject({ kind: 'closing-zero', zeroId: 'e0', gauge: 'mic-set' });
    expect(judged.next.sentence('mm')).toContain('closing zero');
  });

  it('corrects a small wander in proportion to time', () => {
    const log = sent(zero, ...map(EVEN), { kind: 'closing-zero', zeroId: 'e0', text: '-4' });
    const judged = judgedWhole(jobFile(log));
    // Clockwise is smaller: −4 on the dial is +4 of bore, over 13 minutes; the first reading is one minute in.
    const first = [...judged.readings.places.values()][0]!;
    expect(first.result!.estimate.value).toBeCloseTo(mm(77.02) - 4_000 / 13, 0);
    expect(openZero(judged.readings.zeros, 'mic-set')).toBeNull();
  });

  it('puts the whole map aside when the zero wandered more than scatter explains', () => {
    const log = sent(zero, ...map(EVEN), { kind: 'closing-zero', zeroId: 'e0', text: '-9' });
    const file = jobFile(log);
    expect(zeroLost(file, zerosOf(log).get('e0')!)).toBe(true);
    const judged = judgedWhole(file);
    expect(judged.readings.places.size).toBe(0);
    expect([...judged.readings.setAside.values()]).toEqual(Array(12).fill('zero-lost'));
    expect(putAsideSentences(file, judged.readings)).toEqual([
      'The zero of mic-set wandered more than scatter explains: 12 readings since it no longer count.',
    ]);
    expect(judged.next).toMatchObject({ kind: 'read', again: true });
  });

  it('asks about a deviation whose sign fits the other way round', () => {
    const far = ['-40', '-41', '-42', '+40'];
    const log = sent(zero, ...far.map((t, i) => deviation(places[i]!, t)));
    const [question] = judgedWhole(jobFile(log)).readings.questions;
    expect(question).toMatchObject({ code: 'sign', readingId: 'e4', instead: '-40', holds: true });
    const whole = judgedWhole(jobFile(sent(zero, deviation(places[0]!, '1200')))).readings.questions[0];
    expect(whole).toMatchObject({ code: 'mistyped' });
    expect(whole!.sentence).toContain('more than the dial');
  });

  it('proposes the size of the piston and the middle of its clearance', () => {
    const kit = jobFile([...bores([[['77.0']]]), piston(0, '77.467', { kit: 'plus-0.5' })], {
      decisions: [
        {
          id: 'd',
          at: at(0),
          by: 'lead',
          importedBy: null,
          route: 'bore' as const,
          kitId: 'plus-0.5',
          reason: '',
        },
      ],
    });
    const bored: JobFile = {
      ...kit,
      log: [
        ...kit.log,
        {
          kind: 'work',
          id: 'w',
          at: at(30),
          by: 'x',
          ...HERE,
          what: 'bored',
          cylinder: 0,
          kitId: 'plus-0.5',
          ticket: { low: mm(77.5), high: mm(77.515) },
          text: '',
        } as AnyEntry,
      ],
    };
    // 77.467 + (0.030 + 0.048)/2
    expect(suggestedZero(bored, 0)).toEqual({ value: mm(77.506), from: 'piston' });
    expect(suggestedZero(jobFile([]), 0)).toEqual({ value: mm(77), from: 'nominal' });
  });
});

describe('two at one cylinder', () => {
  const other = (seen: string | null) => [
    reading(bore(0, 15, 0), '77.020', 'ring-set', { id: 'a' }),
    reading(bore(0, 15, 0), '77.024', 'ring-set', { id: 'b', by: 'second', ...HERE, seen: 'a' }),
    reading(bore(0, 15, 0), '77.021', 'ring-set', { id: 'c', by: 'first', ...HERE, seen }),
  ];

  it('asks when someone else took the station meanwhile, and keeps both', () => {
    const { readings } = judgedWhole(jobFile(other('a')));
    expect(readings.questions[0]).toMatchObject({ code: 'taken-twice', readingId: 'c', holds: false });
    expect(readings.questions[0]!.sentence).toContain(
      'second took this station meanwhile: 77.024; first 77.021',
    );
    expect([...readings.places.values()][0]!.readings).toHaveLength(3);
  });

  it('does not ask who had seen the other’s reading', () => {
    expect(judgedWhole(jobFile(other('b'))).readings.questions).toEqual([]);
    expect(judgedWhole(jobFile(other(null))).readings.questions).toEqual([]);
  });
});

describe('a piston across bores read along the pin', () => {
  it('is asked about, and no clearance is given', () => {
    const along = [15, 45, 80].map((d) => reading(bore(0, d, 90), '77.01'));
    const judged = judgedWhole(jobFile([...along, piston(0, '76.95')]));
    expect(judged.readings.questions[0]!.code).toBe('wrong-axis');
    expect(judged.items.find((i) => i.key === '0:clearance:min')).toMatchObject({ because: 'wrong-axis' });
    const both = judgedWhole(jobFile([...along, reading(bore(0, 15, 0), '77.01'), piston(0, '76.95')]));
    expect(both.readings.questions).toEqual([]);
  });
});

describe('before measuring', () => {
  it('says what each gauge will be able to tell, surest first, with the clearance window', () => {
    const found = beforeMeasuring(jobFile([]), bore(0, 15, 0), 'first', at(0));
    expect(found.map((g) => g.instrument.id)).toEqual(['ring-set', 'mic-set', 'telescoping', 'calliper']);
    // 1.645 u of one reading
    for (const g of found) expect(g.undecidedWithin).toBeCloseTo(1.6449 * g.u, -1);
    // 0.018 wide; a calliper with the micrometer needs 3.92 · √(20.2² + 2.8²).
    const calliper = found.at(-1)!.window!;
    expect(calliper.has).toBe(18_000);
    expect(calliper.needs / 1000).toBeCloseTo(3.29 * Math.hypot(20.207, 2.769, 0.6), -0.5);
    expect(calliper.fits).toBe(false);
    expect(found[0]!.window!.fits).toBe(true);
  });

  it('two callipers alone need 3.29 · 28.6 µm', () => {
    const calliper = instrument('calliper', 'calliper');
    const [only] = beforeMeasuring(jobFile([], { instruments: [calliper] }), bore(0, 15, 0), 'first', at(0));
    expect(only!.window!.needs / 1000 / 3.29).toBeCloseTo(28.58, 1);
  });

  it('counts a person’s own study, and leaves gauges out that see no ovality or do not reach', () => {
    const three = { ...RING, id: 'three', contacts: 3 as const };
    const short = { ...TELESCOPING, id: 'short', rangeHigh: mm(60) };
    const instruments = [IN_MIC, three, short, ...GAUGES.filter((g) => g.id === 'mic')];
    const file = jobFile([], {
      instruments,
      studies: [{ instrumentId: 'mic-set', by: 'shaky', at: at(0), s: 8_000, repeats: 12 }],
    });
    const u = (by: string) => {
      const found = beforeMeasuring(file, bore(0, 15, 0), by, at(0));
      expect(found.map((g) => g.instrument.id)).toEqual(['mic-set']);
      return found[0]!.u;
    };
    expect(u('shaky')).toBeGreaterThan(2 * u('steady'));
  });

  it('a reading from a zero owes the dial nothing of its scale at that size', () => {
    const file = jobFile([]);
    const [z] = zerosOf(sent(zero)).values();
    const whole = oneReadingU(file, bore(0, 15, 0), IN_MIC, 'first', at(0));
    const from = oneReadingU(file, bore(0, 15, 0), IN_MIC, 'first', at(0), z);
    expect(from).toBeLessThan(whole);
    expect(from).toBeGreaterThan(um(2));
  });
});

describe('why this clearance', () => {
  it('compares the build with the maker’s minimum, and needs both parts', () => {
    const file = jobFile([
      ...bores([
        [
          ['77.010', '77.010'],
          ['77.010', '77.010'],
          ['77.010', '77.010'],
        ],
      ]),
      piston(0, '76.960'),
    ]);
    const view = warmUpOf(file, 0)!;
    // 0.050 against a minimum of 0.030
    expect(view.looser).toBe(20_000);
    expect(view.runs.map((r) => r.name)).toEqual(['gentle', 'harsh']);
    expect(view.runs[0]!.build[0]).toBe(20_000);
    expect(view.runs[0]!.minimum[0]).toBe(0);
    expect(view.runs[1]!.dip.at).toBeLessThan(view.runs[0]!.dip.at);
    expect(warmUpOf(jobFile([]), 0)).toBeNull();
  });
});
