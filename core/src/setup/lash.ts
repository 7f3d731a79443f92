import type { JobFile } from '../job/index.js';
import { measurandFigures, readThing, thingsOfKind } from '../measurands/index.js';

import { rangeFor, type Figure } from '../verdicts/index.js';
import { chooseShims, type LashNow, type ShimChoice } from '../valves/index.js';
import { LASH } from './measures.js';
import { SHIMS } from './sheets.js';
import { shelfNow, shimUnder } from './shimsNow.js';
import { hasScrews } from './trainSheet.js';

export interface LashChoice {
  readonly valves: readonly (LashNow & { readonly key: string })[];
  /** Valves that still want a figure: their leaves, their shim. */
  readonly missing: readonly {
    readonly name: string;
    readonly wants: 'leaves' | 'shim' | 'thinner' | 'again';
  }[];
  /** Set by a screw, not by shims: nothing is chosen. */
  readonly screws: boolean;
  /** Every valve is read and inside its limits as it stands: nothing has to move. */
  readonly inside: boolean;
  /** Which shim goes where; null where none brings every valve inside, or nothing can be said yet. */
  readonly choice: readonly ShimChoice[] | null;
}

/** Every thickness that can be had for the valves of an engine, nm. */
function toBuy(file: JobFile): readonly number[] {
  return (SHIMS.of(file.engine)?.shims ?? [])
    .filter((s) => s.of === 'valve')
    .flatMap((s) =>
      Array.from({ length: Math.floor((s.to - s.from) / s.step) + 1 }, (_, i) => s.from + i * s.step),
    );
}

/**
 * Which shim goes under which valve: swaps of what is in the engine first, then what lies on the shelf, then what has to be
 * bought. A valve under which the thinnest leaf does not go has no figure: a thinner shim first.
 */
export function lashChoice(file: JobFile): LashChoice {
  const missing: LashChoice['missing'][number][] = [];
  const screws = hasScrews(file.engine);
  const valves = thingsOfKind(
    'valve-intake',
    'valve-exhaust',
  )(file.engine).flatMap((t) => {
    const feature =
      t.kind === 'valve-exhaust' ? ('setup.valve.exhaust' as const) : ('setup.valve.intake' as const);
    const range = rangeFor(file, feature, ['new']);
    if (!range) return [];
    const state = readThing(file, LASH, t).gaps.get('');
    const gap = state?.bracket;
    const shim = shimUnder(file, t);
    if (gap?.contradicts) {
      missing.push({ name: t.name, wants: 'again' });
      return [];
    }
    if (!gap || gap.high === null) {
      missing.push({ name: t.name, wants: 'leaves' });
      return [];
    }
    if (gap.low === null) {
      missing.push({ name: t.name, wants: 'thinner' });
      return [];
    }
    if (shim === null && !screws) {
      missing.push({ name: t.name, wants: 'shim' });
      return [];
    }
    return [
      {
        key: t.key,
        name: t.name,
        measured: (gap.low + gap.high) / 2,
        shim: shim ?? 0,
        ...range,
      },
    ];
  });
  return {
    valves,
    missing,
    screws,
    inside:
      valves.length > 0 &&
      missing.length === 0 &&
      valves.every((v) => v.measured >= v.low && v.measured <= v.high),
    choice:
      screws || missing.length > 0 || valves.length === 0
        ? null
        : chooseShims(valves, shelfNow(file) ?? [], toBuy(file)),
  };
}

/** Verdicts on clearances. Nobody measures a valve to decide by its lash: it is there once it is read. */
export const lashFigures = (file: JobFile): Figure[] =>
  measurandFigures(file, LASH, [LASH]).filter((f) => f.because !== 'unread');
