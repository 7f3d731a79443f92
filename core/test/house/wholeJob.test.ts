import { describe, expect, it } from '@jest/globals';
import {
  foundEngine,
  HOUSE,
  JOB_KIND_KEYS,
  judgeJob,
  mm,
  notYetStarted,
  reportOf,
  wantsOf,
  wantsStation,
  type EngineKind,
  type EngineSpec,
} from '@tribos/core';
import { Technician } from './technician.js';
import { ENGINE_KINDS, lineTyped, typed } from './typed.js';
import { jobFile } from '../support.js';

const ROOMS = HOUSE.map((r) => r.name);
const bare = (kind: EngineKind, strokes: 2 | 4): EngineSpec => ({
  ...foundEngine({ id: 'bare', maker: 'Halder', model: 'Nobody knows', kind, strokes, bore: mm(47) }),
  ...{ limits: [], kits: [], parts: {} },
});

/** Its sheet as it grows at the bench: every line that is asked for anywhere, as it is shown beside it. */
function grown(kind: EngineKind, strokes: 2 | 4): EngineSpec {
  let engine = bare(kind, strokes);
  for (const line of [
    'bore 47.000-47.012 (47.080)',
    'out-of-round (0.05)',
    'taper (0.05)',
    'clearance 0.040-0.060 (0.12)',
  ])
    engine = lineTyped(engine, line);
  for (let n = 0; n < 60; n += 1) {
    // One cylinder, as it was proposed.
    const want = wantsOf({ ...jobFile([]), engine }, ROOMS).find((w) => w.key !== 'cylinders');
    if (!want) break;
    // A piston of another engine belongs to no bore of this one.
    engine =
      want.key === 'kit'
        ? lineTyped(engine, 'piston by Corrie +0.50 47.450 at 12, forged')
        : typed(engine, want);
  }
  return engine;
}
/** Every kind of engine of both strokes. */
const ENGINES = ENGINE_KINDS.flatMap((kind) => ([2, 4] as const).map((strokes) => [kind, strokes] as const));
/** A rebuild of each of them; of the other kinds of job two, never the same. */
const JOBS = JOB_KIND_KEYS.flatMap((of, n) =>
  (of === 'rebuild' ? ENGINES : [ENGINES[(2 * n) % 10]!, ENGINES[(2 * n + 5) % 10]!]).map(
    ([kind, strokes]) => [of, kind, strokes] as const,
  ),
);

describe('by what is asked next alone, from Intake to its report', () => {
  it.each([...JOBS, ['crank-swap', 'chainsaw', 2] as const])(
    'goes a job of kind %s on a %s of %d strokes',
    (of, kind, strokes) => {
      const hand = new Technician(grown(kind, strokes), of);
      if (wantsStation(hand.file, 'strip')) hand.comesApart();
      hand.goesToTheEnd();
      // Nothing of a station this kind of job does without.
      expect(hand.asked.filter((a) => !wantsStation(hand.file, a.split(' ')[0]!))).toEqual([]);
      if (wantsStation(hand.file, 'refit'))
        expect(notYetStarted(hand.file, judgeJob(hand.file).items)).toEqual([]);
      expect(reportOf(hand.file).sections.length).toBeGreaterThan(0);
    },
  );

  it.each(ENGINES.slice(2, 6))('goes a rebuild of both ends of a %s of %d strokes', (kind, strokes) => {
    const hand = new Technician(grown(kind, strokes), 'rebuild');
    hand.comesApart('whole');
    hand.goesToTheEnd();
    expect(notYetStarted(hand.file, judgeJob(hand.file).items)).toEqual([]);
    // Crank and cases are back before the top end goes on.
    const first = (is: (a: string) => boolean) => hand.asked.findIndex(is);
    expect(first((a) => a.startsWith('refit refit'))).toBeLessThan(
      first((a) => a.startsWith('top assemble')),
    );
  });

  it.each(ENGINES.slice(0, 4))(
    'goes a rebuild of a %s of %d strokes with nothing on its sheet',
    (kind, strokes) => {
      const hand = new Technician(bare(kind, strokes), 'rebuild');
      hand.comesApart();
      hand.goesToTheEnd();
      expect(notYetStarted(hand.file, judgeJob(hand.file).items)).toEqual([]);
      // What was done by no figure on file is said in words, and no verdict was made of it.
      expect(judgeJob(hand.file).items.filter((i) => i.state === 'within')).toEqual([]);
    },
  );
});
