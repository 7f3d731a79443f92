import { describe, expect, it } from '@jest/globals';
import {
  FEATURE_KEYS,
  HOUSE,
  IN_HAND,
  limitWants,
  printedIn,
  readPageLine,
  reportOf,
  wantsOf,
  type EngineKind,
  type EngineSpec,
  type JobFile,
  type Source,
} from '@tribos/core';
import { jobFile, limit, TWIN } from '../support.js';
import { ENGINE_KINDS, page, typed } from './typed.js';

const bare = (kind: EngineKind, strokes: 2 | 4): EngineSpec => ({
  ...TWIN,
  ...{ kind, strokes, cylinders: ['single'], zeroAt: 'exhaust', cooling: 'liquid' },
  ...{ limits: [], kits: [], parts: {} },
});
const ROOMS = HOUSE.map((r) => r.name);
describe('what a sheet lacks', () => {
  it.each(
    ENGINE_KINDS.flatMap((kind) =>
      ([2, 4] as const).flatMap((strokes) =>
        (['mm', 'in'] as const).map((unit) => [kind, strokes, unit] as const),
      ),
    ),
  )(
    'of a bare %s of %d strokes goes away, one after the other, by the line that is shown beside it in %s',
    (kind, strokes, unit) => {
      let engine = bare(kind, strokes);
      let file: JobFile = { ...jobFile([]), engine };
      const asked: string[] = [];
      for (let wants = wantsOf(file, ROOMS); wants.length > 0; wants = wantsOf(file, ROOMS)) {
        const [want] = wants;
        expect(asked).not.toContain(want!.key);
        asked.push(want!.key);
        expect(printedIn(want!.like, unit).toLowerCase().startsWith(want!.begins.toLowerCase())).toBe(true);
        engine = typed(engine, want!, unit);
        file = { ...file, engine };
      }
      // What no engine runs without, and what its top end cannot be closed without.
      expect(asked).toEqual(expect.arrayContaining(['rings', 'ring-gap', 'kit', 'tools']));
      expect(asked.some((k) => k.startsWith('torque:'))).toBe(true);
      expect(asked.some((k) => k.startsWith('fluid:'))).toBe(true);
      expect(asked.includes('lash-intake')).toBe(strokes === 4);
    },
  );

  it('is a limit of each feature that was judged without one, and its line is of that feature alone', () => {
    const file = jobFile([]);
    for (const feature of FEATURE_KEYS) {
      const [want] = limitWants([{ feature, state: 'noLimit' }], file);
      for (const unit of ['mm', 'in'] as const) {
        const line = readPageLine(
          printedIn(want!.like, unit),
          { unit, party: want!.party, engine: file.engine },
          [],
        );
        expect([feature, line.of, line.read.ok ? '' : line.read.sentence]).toEqual([feature, 'limits', '']);
        if (line.of === 'limits' && line.read.ok)
          expect([...new Set(line.read.limits.map((l) => l.feature))]).toEqual([feature]);
      }
    }
  });

  it('is the gap of whoever’s rings are in it: another maker’s on file is none for them', () => {
    const own = limit('ring.gap.top', 'new', 0.2, 0.32);
    const file = { ...jobFile([]), engine: { ...TWIN, limits: [...TWIN.limits, own] } };
    const wants = (of: JobFile) => wantsOf(of, ['rings']).map((w) => [w.key, w.party]);
    expect(wants(file).map(([key]) => key)).not.toContain('ring-gap');
    const other = { ...file, job: { ...file.job, fitted: { piston: 'Corrie', ring: 'Corrie' } } };
    expect(wants(other)).toContainEqual(['ring-gap', 'Corrie']);
  });

  it('asks once for a limit that several figures want, and for none that is there', () => {
    const file = jobFile([]);
    expect(
      limitWants(
        [
          { feature: 'bore', state: 'noLimit' },
          { feature: 'bore', state: 'noLimit' },
          { feature: 'bore.taper', state: 'within' },
        ],
        file,
      ).map((w) => w.key),
    ).toEqual(['limit:bore']);
  });

  it('that was typed by the manual in hand is said in the report to come from no page on file', () => {
    const file = jobFile([]);
    const source: Source = { ...page(file.engine, file.engine.maker), document: IN_HAND, page: '' };
    const [first, ...others] = file.engine.limits;
    const said = (of: JobFile) => reportOf(of).sections.find((s) => s.key === 'in-hand');
    expect(said(file)).toBeUndefined();
    const typedSo = { ...file, engine: { ...file.engine, limits: [{ ...first!, source }, ...others] } };
    const [block] = said(typedSo)!.blocks;
    expect(block).toMatchObject({ kind: 'list', items: [expect.any(String)] });
  });
});
