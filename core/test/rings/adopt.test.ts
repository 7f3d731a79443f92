import { describe, expect, it } from '@jest/globals';
import {
  adoptablePages,
  adoptedLimit,
  adoptedPack,
  gapTarget,
  inHouse,
  packOf,
  RING_PACKS,
  type EngineSpec,
  type JobFile,
} from '@tribos/core';
import { jobFile, limit, TWIN } from '../support.js';
import { lineTyped } from '../house/typed.js';

/** The engine maker’s own rings and gaps on one page; a gap on another. */
const OWN: EngineSpec = (() => {
  const typed = lineTyped(
    { ...TWIN, limits: [] },
    'rings: top 1.2 barrel mark N up; second 1.5 taper; oil three-piece; arrow to front',
  );
  const second = limit('ring.gap.second', 'new', 0.3, 0.45);
  return {
    ...typed,
    limits: [
      { ...limit('ring.gap.top', 'new', 0.2, 0.32), source: RING_PACKS.of(typed)!.packs[0]!.source },
      { ...second, source: { ...second.source, page: '5-1' } },
      limit('clearance', 'new', 0.03, 0.048),
    ],
  };
})();
const jobOf = (engine: EngineSpec): JobFile =>
  inHouse({
    ...jobFile([], { engine }),
    job: { ...jobFile([]).job, fitted: { piston: 'Corrie', ring: null } },
  });

describe('the engine maker’s own rings for another maker’s piston', () => {
  it('are none of that piston’s until a lead says so', () => {
    expect(packOf(jobOf(OWN), 0)).toBeNull();
    expect(gapTarget(jobOf(OWN), 0, 'top').low).toBeNull();
  });

  it('are offered page by page, and nothing that is not of rings', () => {
    const pages = adoptablePages(OWN, 'Corrie');
    expect(pages.map((p) => [p.page, p.pack !== null, p.limits.map((l) => l.feature)])).toEqual([
      ['2', true, ['ring.gap.top']],
      ['5-1', false, ['ring.gap.second']],
    ]);
  });

  it('hold for it by that page alone, with the reason as their document', () => {
    const [page] = adoptablePages(OWN, 'Corrie');
    const reason = 'the box says they are the maker’s own';
    const packs = RING_PACKS.of(OWN)!.packs;
    const engine: EngineSpec = {
      ...OWN,
      limits: [...OWN.limits, ...page!.limits.map((l) => adoptedLimit(l, 'Corrie', reason, 'adopted'))],
      parts: {
        ...OWN.parts,
        'ring-packs': { packs: [...packs, adoptedPack(page!.pack!, 'Corrie', reason)] },
      },
    };
    const file = jobOf(engine);
    expect(packOf(file, 0)).toMatchObject({
      piston: 'Corrie',
      mark: packs[0]!.mark,
      source: { type: 'adoption' },
    });
    const target = gapTarget(file, 0, 'top');
    expect(target.low).toBe(200_000);
    expect(target.min).toMatchObject({
      status: 'governed',
      limit: { source: { type: 'adoption', document: reason, page: 'Leaflet 9, 2' } },
    });
    // What was adopted is not offered again; the other page still is.
    expect(adoptablePages(engine, 'Corrie').map((p) => p.page)).toEqual(['5-1']);
  });

  it('are not offered where the maker has figures, nor for the engine maker’s own piston', () => {
    const given = {
      ...OWN,
      limits: [
        ...OWN.limits,
        limit('ring.gap.second', 'new', 0.35, null, { type: 'part-maker', party: 'Corrie' }),
      ],
    };
    expect(adoptablePages(given, 'Corrie').flatMap((p) => p.limits.map((l) => l.feature))).toEqual([
      'ring.gap.top',
    ]);
    expect(adoptablePages(OWN, OWN.maker)).toEqual([]);
  });
});
