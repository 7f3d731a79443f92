import { useState } from 'react';
import { COMPRESSION, compressionOf, HEARD, LEAK_DOWN, testsOf, type Heard } from '@tribos/core/before';
import type { Before } from './useBefore.js';
import { useLeakSpots } from './useLeakSpots.js';
import { useSpotBar, type Spot } from './useSpotBar.js';

export const COMPRESSION_UNITS = ['bar', 'kPa', 'psi'] as const;

/** How the testers are used: what is said once and goes with every figure. */
export interface Testers {
  readonly unit: (typeof COMPRESSION_UNITS)[number];
  readonly engine: 'warm' | 'cold';
  readonly decompressor: 'none' | 'shut' | 'open';
  readonly heard: readonly Heard[];
}

const AS_USUAL: Testers = { unit: 'bar', engine: 'warm', decompressor: 'none', heard: [] };

function spotsOf(before: Before, how: Testers, heardSaid: () => void): readonly Spot[] {
  const { file } = before;
  const { cylinders, strokes } = file.engine;
  const tests = testsOf(file.engine);
  const of = (at: number, what: string) => (cylinders.length === 1 ? what : `${cylinders[at]} · ${what}`);
  const ways = strokes === 4 ? (['dry', 'wet'] as const) : (['dry'] as const);
  const compression = cylinders.flatMap((_, cylinder) =>
    ways.map((way): Spot => {
      const key = `compression-${way}-${cylinder}`;
      const kept = compressionOf(file, cylinder, way);
      return {
        key,
        test: 'compression',
        hint: `${how.engine}, decompressor ${how.decompressor}`,
        where: of(cylinder, `compression ${way}`),
        unit: how.unit,
        said: '',
        kept: kept ? `${kept.text} ${/[a-z]$/iu.test(kept.text) ? '' : kept.unit}`.trim() : '',
        keep: (text) =>
          before.keep(key, COMPRESSION, {
            cylinder,
            how: way,
            text,
            unit: how.unit,
            engine: how.engine,
            decompressor: how.decompressor,
          }) !== null,
      };
    }),
  );
  const leakDown = cylinders.map((_, cylinder): Spot => {
    const key = `leak-down-${cylinder}`;
    const last = before.log.filter(LEAK_DOWN.is).findLast((l) => l.cylinder === cylinder);
    return {
      key,
      test: 'leak-down',
      hint: 'percent lost',
      where: of(cylinder, 'leak-down'),
      unit: '%',
      kept: last ? `${last.percent} %` : '',
      said: (last?.heard ?? []).map((h) => HEARD[h].split(':')[0]).join(', '),
      keep: (text) => {
        const percent = Number(text.replace(',', '.').replace('%', ''));
        const kept = before.keep(key, LEAK_DOWN, { cylinder, percent, heard: how.heard }) !== null;
        if (kept) heardSaid();
        return kept;
      },
    };
  });
  return [
    ...(tests.includes('compression') ? compression : []),
    ...(tests.includes('leak-down') ? leakDown : []),
  ];
}

/** What is read before, place after place through the bar. */
export function useBeforeBar(before: Before, mayDo: boolean) {
  const [how, setHow] = useState(AS_USUAL);
  const leak = useLeakSpots(before, 'before');
  const spots = [
    ...spotsOf(before, how, () => setHow((now) => ({ ...now, heard: [] }))),
    ...(testsOf(before.file.engine).includes('leak-test') ? leak.spots : []),
  ];
  return { how, setHow, leak, ...useSpotBar(spots, mayDo, before.takeBack) };
}

export type BeforeBar = ReturnType<typeof useBeforeBar>;
