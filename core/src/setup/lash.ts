import type { JobFile } from '../job/index.js';
import { measurandFigures, readThing, thingsOfKind } from '../measurands/index.js';
import { effectiveSteps, stripLog } from '../strip/index.js';
import { torqueRun } from '../torque/index.js';
import type { LengthUnit } from '../units/index.js';
import { governingFor, type Figure } from '../verdicts/index.js';
import { chooseShims, type LashNow, type ShimChoice } from '../valves/index.js';
import { LASH, SHIM } from './measures.js';
import { SHIMS } from './sheets.js';

export interface LashChoice {
  readonly valves: readonly (LashNow & { readonly key: string })[];
  /** ISO time of the earliest of the last leaves: what was done after it opens them; null where none was tried. */
  readonly since: string | null;
  /** Valves that still want a figure: their leaves, their shim. */
  readonly missing: readonly { readonly name: string; readonly wants: 'leaves' | 'shim' | 'thinner' }[];
  /** Set by a screw, not by shims: nothing is chosen. */
  readonly screws: boolean;
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
 * Which shim goes under which valve: swaps of what is in the engine first, then what has to be bought. A valve under which
 * the thinnest leaf does not go has no figure: a thinner shim first.
 */
export function lashChoice(file: JobFile): LashChoice {
  const missing: LashChoice['missing'][number][] = [];
  const tried: string[] = [];
  const screws = !(SHIMS.of(file.engine)?.shims ?? []).some((s) => s.of === 'valve');
  const valves = thingsOfKind(
    'valve-intake',
    'valve-exhaust',
  )(file.engine).flatMap((t) => {
    const feature =
      t.kind === 'valve-exhaust' ? ('setup.valve.exhaust' as const) : ('setup.valve.intake' as const);
    const [low, high] = (['min', 'max'] as const).map((side) => {
      const found = governingFor(file, feature, ['new'], side);
      return found.status === 'governed' ? (side === 'min' ? found.limit.low : found.limit.high) : null;
    });
    if (low == null || high == null) return [];
    const state = readThing(file, LASH, t, 'mm').gaps.get('');
    const gap = state?.bracket;
    const last = state?.tries.at(-1)?.at;
    if (last !== undefined) tried.push(last);
    const shim = readThing(file, SHIM, t, 'mm').places.get('')?.result?.estimate.value ?? null;
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
        low,
        high,
        target: (low + high) / 2,
      },
    ];
  });
  return {
    valves,
    since: tried.sort()[0] ?? null,
    missing,
    screws,
    choice: screws || missing.length > 0 || valves.length === 0 ? null : chooseShims(valves, [], toBuy(file)),
  };
}

/** Steps of a strip after which nothing holds a clearance that was read. */
const OFF: ReadonlySet<string> = new Set(['cams', 'shims', 'head', 'head-bolts']);

/**
 * Since when a clearance has to be read again: head or cam caps tightened, or off again. ISO time; null where neither was.
 */
export function lashOpenSince(file: JobFile): string | null {
  const tight = torqueRun(file)
    .groups.filter((g) => g.group.clamps === 'head' || g.group.clamps === 'cams')
    .flatMap((g) => g.doneAt ?? []);
  const apart = effectiveSteps(stripLog(file)).flatMap((s) =>
    s.is === 'off' && OFF.has(s.done.step) ? [s.entry.at] : [],
  );
  return [...tight, ...apart].sort().at(-1) ?? null;
}

/** Why a clearance that was read no longer says anything. */
export const LASH_STALE =
  'Read before the head or its caps were tightened, or before they were off: again, cold.';

/** Verdicts on clearances; one that was read before head or caps were tightened has lost its mark until it is read again. */
export function lashFigures(file: JobFile, unit: LengthUnit): Figure[] {
  const since = lashOpenSince(file);
  const stale = new Set(
    thingsOfKind(
      'valve-intake',
      'valve-exhaust',
    )(file.engine).flatMap((t) => {
      const last = readThing(file, LASH, t, unit).gaps.get('')?.tries.at(-1)?.at;
      return since !== null && last !== undefined && last < since ? [`${LASH.part}:${t.key}`] : [];
    }),
  );
  // Nobody measures a valve to decide by its lash: it is there once it is read.
  return measurandFigures(file, LASH, [LASH], unit)
    .filter((f) => f.because !== 'unread')
    .map((f) =>
      f.subject.of === 'part' && stale.has(f.subject.thing)
        ? {
            ...f,
            state: 'undecided' as const,
            because: 'incomplete' as const,
            p: null,
            tail: null,
            working: [{ kind: 'text' as const, label: 'stale', text: LASH_STALE }, ...f.working],
          }
        : f,
    );
}
