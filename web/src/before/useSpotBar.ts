import { useState } from 'react';
import { useTypedFigure } from '../frame/index.js';

/** Something that is read with a tester, or said of one, before or after the engine was apart. */
export interface Spot {
  readonly key: string;
  readonly test: 'compression' | 'leak-down' | 'leak-test';
  readonly where: string;
  readonly unit: string;
  /** What was read there last; empty before. */
  readonly kept: string;
  /** What was said with it; empty where nothing was. */
  readonly said: string;
  /** What is said over the figure while it is typed. */
  readonly hint: string;
  /** Nothing waits for it: it is read where somebody picks it. */
  readonly optional?: boolean;
  /** It is read while a clock runs: everything else waits. */
  readonly isRunning?: boolean;
  /** Where the work goes on once it is kept; the next one where it is left out. */
  readonly then?: string;
  readonly keep: (text: string) => boolean;
}

/** Place after place through the bar: digits land in it, Enter keeps and walks on. */
export function useSpotBar(spots: readonly Spot[], isOpen: boolean, onTakeBack: () => void) {
  const [picked, pick] = useState<string | null>(null);
  // Where the work goes on: what was picked, else what runs, else the first that nobody read.
  const at =
    spots.find((s) => s.key === picked) ??
    spots.find((s) => s.isRunning) ??
    spots.find((s) => s.kept === '' && !s.optional) ??
    spots[0] ??
    null;
  const index = at ? spots.indexOf(at) : -1;
  const figure = useTypedFigure({
    isOpen: isOpen && at !== null,
    onAccept: (text) => {
      if (!at?.keep(text)) return false;
      pick(at.then ?? spots[Math.min(index + 1, spots.length - 1)]!.key);
      return true;
    },
    onMove: (by) => {
      const to = spots[(index + by + spots.length) % spots.length];
      if (to) pick(to.key);
    },
    onTakeBack,
  });
  return { spots, at, index, picked, pick: (key: string | null) => pick(key), figure };
}

export type SpotBar = ReturnType<typeof useSpotBar>;
