import {
  filingsOf,
  leafText,
  learnedCut,
  mm,
  passes,
  ringSentence,
  ringWork,
  seedOf,
  USUAL_LEAVES,
  xoshiro128ss,
  type GappedRing,
  type JobFile,
  type LeafAnswer,
} from '@tribos/core';
import { corrie, done, factor, filed, leaf, ringJob } from './ringJob.js';

const work = (file: JobFile, ring: GappedRing = 'top', tool: 'grinder' | 'file' = 'grinder') =>
  ringWork(file, 0, ring, USUAL_LEAVES, tool, 'first');
const sum = (stack: readonly number[]): number => stack.reduce((a, b) => a + b, 0);

interface Hidden {
  gap: number;
  readonly cut: number;
}

/** Files one hidden ring as the station says, every step an entry of the log. */
function prepare(start: JobFile, hidden: Hidden, seed: string, ring: GappedRing = 'top') {
  const random = xoshiro128ss(seedOf(seed));
  const within = (by: number) => by * (2 * random.uniform() - 1);
  let file = start;
  let tries = 0;
  let passesDone = 0;
  for (let i = 0; i < 80; i += 1) {
    const { next } = work(file, ring);
    switch (next.kind) {
      case 'square':
        file = done(file, ring, 'squared');
        break;
      case 'wash':
        file = done(file, ring, 'washed');
        break;
      case 'try': {
        tries += 1;
        const felt = hidden.gap + within(10_000);
        const answer: LeafAnswer = sum(next.stack) <= felt ? 'goes' : 'does-not';
        file = leaf(
          file,
          ring,
          next.stack.map((t) => t / 1e6),
          answer,
        );
        break;
      }
      case 'file':
        passesDone += 1;
        hidden.gap += next.strokes * hidden.cut * (1 + within(0.2));
        file = filed(file, ring, next.strokes);
        break;
      case 'bag':
        file = done(file, ring, 'bagged');
        break;
      default:
        return { file, tries, passes: passesDone, end: next.kind, gap: hidden.gap };
    }
  }
  return { file, tries, passes: passesDone, end: 'never', gap: hidden.gap };
}

describe('a ring made ready by its log', () => {
  // 79 × 0.0042 = 0.3318: 0.30 + 0.04 has to go.
  it.each([0.25, 1, 3])('ends in its bag, proved, with a tool %d times as fast as planned', (fast) => {
    for (let k = 0; k < 12; k += 1) {
      const hidden = { gap: 180_000 + k * 9_000, cut: 5_000 * fast };
      const ended = prepare(ringJob(), hidden, `${fast}:${k}`);
      expect(ended.end).toBe('done');
      // The leaf's feel may be off by 0.010; nothing shorter than that is ever bagged.
      expect(ended.gap).toBeGreaterThanOrEqual(340_000 - 10_000);
      expect(ended.gap).toBeLessThan(1.15 * 340_000 + 10_000);
      expect(ended.passes).toBeLessThanOrEqual(20);
    }
  });

  it('takes fewer passes once the hand and tool are known in this job', () => {
    const first = prepare(ringJob(), { gap: 150_000, cut: 5_000 }, 'first');
    const second = prepare(
      ringJob({ limits: [factor('ring.gap.top.factor', 0.0042), corrie('ring.gap.second', 0.34, null)] }),
      { gap: 150_000, cut: 5_000 },
      'a',
    );
    const known = prepare(second.file, { gap: 150_000, cut: 5_000 }, 'b', 'second');
    expect(work(second.file, 'second').cut.within).toBeLessThan(10);
    expect(known.passes).toBeLessThan(first.passes);
    const [sum] = filingsOf(second.file);
    expect(sum).toMatchObject({ tool: 'grinder', by: 'first' });
    // Filed at 0.005 a turn, ±20 %, seen through leaves.
    expect(sum!.opened / sum!.strokes / 5_000).toBeGreaterThan(0.6);
    expect(sum!.opened / sum!.strokes / 5_000).toBeLessThan(1.5);
  });

  it('starts from what the shop filed in other jobs, by the same hand more closely', () => {
    const before = (by: string, opened: number) => [
      { tool: 'grinder' as const, by, opened, strokes: opened / 12_000 },
    ];
    const cut = (of: Parameters<typeof learnedCut>[3]) => learnedCut(ringJob(), 'grinder', 'first', of);
    expect(cut([])).toEqual({ perStroke: 5_000, within: 10 });
    expect(cut(before('first', 100_000))).toEqual({ perStroke: 12_000, within: 3 });
    expect(cut(before('first', 400_000))).toEqual({ perStroke: 12_000, within: 1.5 });
    // Others' hands count together and more widely, and only once they filed enough.
    expect(cut(before('second', 400_000))).toEqual({ perStroke: 12_000, within: 3 });
    expect(cut(before('second', 100_000))).toEqual({ perStroke: 5_000, within: 10 });
    expect(learnedCut(ringJob(), 'file', 'first', before('first', 400_000)).perStroke).toBe(5_000);
  });

  it('beyond its maximum is another ring, whatever else is open', () => {
    const file = ringJob({ limits: [corrie('ring.gap.top', 0.2, 0.32)] });
    const wide = leaf(done(file, 'top', 'squared'), 'top', 0.35, 'goes');
    expect(work(wide).next).toEqual({ kind: 'another' });
    expect(ringSentence(wide, work(wide), 'mm')).toMatch(/open beyond its maximum: filing only ever opens/u);
  });

  it('with a maximum is tried with one thicker leaf before it is bagged', () => {
    const file = ringJob({ limits: [corrie('ring.gap.top', 0.2, 0.32)] });
    const goes = leaf(done(file, 'top', 'squared'), 'top', 0.2, 'goes');
    const { next } = work(goes);
    expect(next.kind === 'try' && sum(next.stack)).toBeLessThanOrEqual(mm(0.32));
    expect(work(leaf(goes, 'top', 0.28, 'does-not')).next).toEqual({ kind: 'bag' });
  });

  it('is squared first, washed after every pass, and squared again', () => {
    expect(work(ringJob()).next).toEqual({ kind: 'square' });
    const after = filed(leaf(done(ringJob(), 'top', 'squared'), 'top', 0.3, 'does-not'), 'top', 3);
    expect(work(after).next).toEqual({ kind: 'wash' });
    expect(work(done(after, 'top', 'washed')).next).toEqual({ kind: 'square' });
    // Squared before it was washed counts for nothing.
    expect(work(done(after, 'top', 'squared', 'washed')).next).toEqual({ kind: 'square' });
  });

  it('bagged before its gap was proved is not done, nor is one filed since', () => {
    expect(work(done(ringJob(), 'top', 'bagged')).next.kind).toBe('square');
    const bagged = done(leaf(done(ringJob(), 'top', 'squared'), 'top', 0.35, 'goes'), 'top', 'bagged');
    expect(work(bagged).next).toEqual({ kind: 'done' });
    expect(work(filed(bagged, 'top', 2)).next).toEqual({ kind: 'wash' });
  });
});

describe('what is said of it', () => {
  const said = (file: JobFile, ring: GappedRing = 'top') => ringSentence(file, work(file, ring), 'mm');

  it('names the reading its rule hangs on', () => {
    expect(said(ringJob({ unread: true }))).toMatch(/^Read the bore first: cylinder · 15 mm/u);
  });

  it('guesses no gap where no rule is on file', () => {
    expect(said(ringJob(), 'upper-rail')).toMatch(/Corrie gives no figure .*Nothing is guessed/u);
  });

  it('says the leaf that has to go, and that a drag is no pass', () => {
    expect(said(done(ringJob(), 'top', 'squared'))).toBe('Try 0.35 mm. It has to go; a drag is no pass.');
    expect(leafText(mm(0.34), 'mm')).toBe('0.34');
  });

  it('says how much to file, which way, and what comes after', () => {
    const closed = leaf(
      leaf(done(ringJob(), 'top', 'squared'), 'top', 0.3, 'goes'),
      'top',
      [0.3, 0.04],
      'does-not',
    );
    expect(said(closed)).toBe(
      'File 1 turn: one end, square, one way, from the face inwards. Then deburr, wash, square, try 0.35 mm.',
    );
  });

  it('of a set that cannot make it asks for another', () => {
    const few = ringWork(ringJob(), 0, 'top', [mm(0.05), mm(0.1)], 'grinder', 'first');
    expect(ringSentence(ringJob(), few, 'mm')).toBe(
      'No leaves of this set make 0.3318 mm: take another set.',
    );
  });
});

it('a leaf below the minimum never passes, whatever the warmth margin', () => {
  for (const low of [331_799, 300_000, 0]) expect(passes({ low }, 331_800, 0)).toBe(false);
  expect(passes({ low: null }, 1, 0)).toBe(false);
  expect(passes({ low: 331_800 }, 331_800, 0)).toBe(true);
  expect(passes({ low: 331_800 }, 331_800, 1)).toBe(false);
});
