import { useState } from 'react';
import { COMPRESSION, compressionOf, HEARD, LEAK_DOWN, testsOf, type Heard } from '@tribos/core';
import { useTypedFigure } from '../frame/index.js';
import type { Before } from './useBefore.js';

export const COMPRESSION_UNITS = ['bar', 'kPa', 'psi'] as const;

/** Something that is read before the engine comes apart. */
export interface Spot {
  readonly key: string;
  readonly test: 'compression' | 'leak-down';
  readonly cylinder: number;
  readonly where: string;
  readonly unit: string;
  /** What was read there last; empty before. */
  readonly kept: string;
  /** What was said with it; empty where nothing was. */
  readonly said: string;
  readonly keep: (text: string) => boolean;
}

/** How the testers are used: what is said once and goes with every figure. */
export interface Testing {
  readonly unit: (typeof COMPRESSION_UNITS)[number];
  readonly engine: 'warm' | 'cold';
  readonly decompressor: 'none' | 'shut' | 'open';
  readonly heard: readonly Heard[];
}

const AS_USUAL: Testing = { unit: 'bar', engine: 'warm', decompressor: 'none', heard: [] };

function spotsOf(before: Before, how: Testing, heardSaid: () => void): readonly Spot[] {
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
        cylinder,
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
      cylinder,
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

/** What is read before, place after place through the bar: digits land in it, Enter keeps and walks on. */
export function useBeforeBar(before: Before, mayDo: boolean) {
  const [how, setHow] = useState(AS_USUAL);
  const spots = spotsOf(before, how, () => setHow((now) => ({ ...now, heard: [] })));
  const [picked, pick] = useState<string | null>(null);
  // Where the work goes on: what was picked, else the first that nobody read.
  const at = spots.find((s) => s.key === picked) ?? spots.find((s) => s.kept === '') ?? spots[0] ?? null;
  const index = at ? spots.indexOf(at) : -1;
  const figure = useTypedFigure({
    isOpen: mayDo && at !== null,
    onAccept: (text) => {
      if (!at?.keep(text)) return false;
      pick(spots[Math.min(index + 1, spots.length - 1)]!.key);
      return true;
    },
    onMove: (by) => {
      const to = spots[(index + by + spots.length) % spots.length];
      if (to) pick(to.key);
    },
    onTakeBack: before.takeBack,
  });
  return { how, setHow, spots, at, index, pick, figure };
}

export type BeforeBar = ReturnType<typeof useBeforeBar>;
