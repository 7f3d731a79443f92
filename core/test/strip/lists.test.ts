import {
  CAUTION_KEYS,
  generalList,
  inScope,
  scopesOf,
  threadsLike,
  type Caution,
  type EngineSpec,
} from '@tribos/core';
import { TWIN } from '../support.js';

const KINDS = ['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'] as const;
const engines: EngineSpec[] = KINDS.flatMap((kind) =>
  ([2, 4] as const)
    .filter((strokes) => strokes === 2 || kind === 'motorcycle' || kind === 'atv')
    .flatMap((strokes) =>
      [1, 2, 4].map((n) => ({
        ...TWIN,
        id: `${kind}-${strokes}-${n}`,
        kind,
        strokes,
        cylinders: Array.from({ length: n }, (_, i) => `c${i + 1}`),
        cooling: kind === 'chainsaw' ? ('air' as const) : ('liquid' as const),
      })),
    ),
);

describe.each(engines.map((e) => [e.id, e] as const))('the general list of a %s', (_, engine) => {
  const steps = generalList(engine).flatMap((s) => s.steps);

  it('has each step once, and none before what it comes after, in any scope', () => {
    expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
    for (const scope of scopesOf(engine)) {
      const keys = inScope(generalList(engine), scope).flatMap((s) => s.steps.map((x) => x.key));
      expect(keys.length).toBeGreaterThan(8);
      for (const s of steps) {
        const at = keys.indexOf(s.key);
        if (at < 0) continue;
        for (const before of s.after) {
          expect(steps.map((x) => x.key)).toContain(before);
          const there = keys.indexOf(before);
          expect([s.key, before, there < at]).toEqual([s.key, before, true]);
        }
      }
    }
  });

  it('names every loose part once', () => {
    for (const scope of scopesOf(engine)) {
      const names = steps
        .filter((s) => s.scopes.length === 0 || s.scopes.includes(scope))
        .flatMap((s) => [...s.takes, ...s.puts].map((p) => p.item));
      expect(new Set(names).size).toBe(names.length);
    }
  });

  it('opens a way to the crank only with a rag, a count or a stop beside it, and clips come out over a rag', () => {
    const order = steps.map((s) => s.key);
    expect(steps.some((s) => s.opens !== '')).toBe(true);
    expect(order.indexOf('barrel-up')).toBeLessThan(order.indexOf('clips'));
    expect(steps.find((s) => s.key === 'barrel-up')!.puts.map((p) => p.item)).toEqual(['case-rag']);
    expect(steps.find((s) => s.key === 'clips')!.takes[0]).toMatchObject({
      count: 2 * engine.cylinders.length,
      near: true,
    });
  });

  it('asks what would be lost for good: crown, clips, key, crank shims, the split', () => {
    const asked = new Set(steps.filter((s) => s.stop).map((s) => s.key));
    for (const key of ['crown', 'clips', 'flywheel', 'crank', 'split'])
      expect([key, asked.has(key)]).toEqual([key, true]);
    if (engine.strokes === 4)
      for (const key of ['marks', 'cams', 'shims', 'chain'])
        expect([key, asked.has(key)]).toEqual([key, true]);
    // Each can be answered.
    for (const s of steps) if (s.stop) expect(s.stop.answers.some((a) => a.why === '')).toBe(true);
  });

  it('says each caution where its step is', () => {
    const at = (words: RegExp) =>
      steps.filter((s) => words.test(`${s.what} ${s.takes.map((t) => t.name).join(' ')}`));
    const wants: readonly (readonly [RegExp, Caution])[] = [
      [/machine safe/iu, 'machine'],
      [/flywheel pulled/iu, 'flywheel'],
      [/tensioner|piston clip|kick-start|springs|starter cover/iu, 'springs'],
      [/turned by hand/iu, 'turning'],
      [/rings off/iu, 'sharp'],
      [/loose on its gasket/iu, 'penetrants'],
      [/cases split|crank out/iu, 'heat'],
      [/crank out|out of the machine/iu, 'lifting'],
      [/head off|cylinder off|exhaust off|muffler off|cases split/iu, 'gaskets'],
      [/bearings and seals/iu, 'air'],
      [/oil out|coolant out|fuel and bar oil/iu, 'solvents'],
      [/cases split|loose on its gasket/iu, 'pry'],
    ];
    for (const [words, caution] of wants)
      for (const s of at(words))
        expect([s.key, caution, s.cautions.includes(caution)]).toEqual([s.key, caution, true]);
    const said = new Set(steps.flatMap((s) => s.cautions));
    // Tests and washing belong to what comes before.
    const elsewhere: readonly Caution[] = ['cranking', 'leak-test', 'washing'];
    for (const c of CAUTION_KEYS)
      if (!elsewhere.includes(c) && (c !== 'turning' || engine.strokes === 4))
        expect([c, said.has(c)]).toEqual([c, true]);
  });
});

describe('a thread', () => {
  // Outside diameters as micrometers read them on real bolts: a tenth or two under the name.
  it.each([
    [5.87, 1, 'M6 × 1'],
    [7.86, 1.25, 'M8 × 1.25'],
    [7.9, 1, 'M8 × 1'],
    [9.8, 1.25, 'M10 × 1.25'],
    [6.28, 1.27, '1/4-20'],
    [7.85, 1.411, '5/16-18'],
  ])('of %f mm and pitch %f is %s', (d, p, name) => {
    expect(threadsLike(d * 1e6, p * 1e6)[0]?.name).toBe(name);
  });
  it('without its pitch may be several, and is never larger than its name', () => {
    const like = threadsLike(7.88e6, null).map((t) => t.name);
    expect(like).toEqual(expect.arrayContaining(['M8 × 1.25', 'M8 × 1', '5/16-18', '5/16-24']));
    expect(threadsLike(6.2e6, 1e6)).toEqual([]);
  });
});
