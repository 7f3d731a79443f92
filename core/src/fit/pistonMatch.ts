import { placesRead, pistonPlace } from '../readings/index.js';
import { boresOf } from '../bore/index.js';
import { lastDay, fittedPiston, type JobFile } from '../job/index.js';

import { placeKey } from '../ledger/index.js';
import type { Kit } from '../specs/index.js';
import { mean } from '../statistics/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';
import { rangeFor, type BuildRange } from '../verdicts/index.js';
import { MOST_PIECES, selectiveFit } from './selectiveFit.js';
import { leastToBuild, verificationU } from './verificationU.js';

/** Which piston goes into which bore. */
export type PistonMatch =
  /** Measured pistons of one kit over the bores of an engine: index of the piston for each bore. */
  | {
      readonly kind: 'pistons';
      readonly kit: Kit;
      readonly pistonFor: readonly number[];
      readonly clearances: readonly number[];
      readonly target: number;
      /** As they were measured, each in the bore of its own name, is best already. */
      readonly asTheyAre: boolean;
    }
  /** Graded pistons of one maker on file: the grade for each bore, null where none keeps the sheet. */
  | {
      readonly kind: 'grades';
      readonly maker: string;
      readonly gradeFor: readonly (Kit | null)[];
      readonly clearances: readonly (number | null)[];
      readonly target: number;
    }
  | { readonly kind: 'none'; readonly why: string };

/** Clearance of new pistons of a maker, and what is aimed at in it. */
const windowFor = (file: JobFile, maker: string): BuildRange | null =>
  rangeFor(file, 'clearance', ['new'], maker);

/**
 * Selective fit where there is something to choose: measured pistons of the chosen kit over several bores
 * that are to size, or graded pistons of one maker for bores as they stand.
 * @returns null where there is no choice, or readings are missing
 */
export function pistonMatch(file: JobFile): PistonMatch | null {
  const bores = boresOf(file, 'mm');
  const places = placesRead(file);
  const at = lastDay(file.log);
  const sizes = bores.map((b) => {
    if (!b.survey || b.blockedBy !== null) return null;
    return {
      smallest: b.survey.smallest.of.value,
      mean: mean(b.survey.depths.flatMap((d) => d.readings.map((r) => r.of.value))),
    };
  });
  if (sizes.some((s) => s === null)) return null;
  const known = sizes as { smallest: number; mean: number }[];
  const kits = bores.map((b) => fittedPiston(file, b.cylinder).kit);
  const kit = kits[0] ?? null;
  if (kit && kits.every((k) => k?.id === kit.id) && bores.length > 1 && bores.length <= MOST_PIECES) {
    const pistons = bores.map((_, i) => places.get(placeKey(pistonPlace(i, kit.id)))?.result?.estimate.value);
    const window = windowFor(file, kit.maker);
    if (!window || pistons.some((p) => p === undefined)) return null;
    const { target } = window;
    const least = leastToBuild(file, window, verificationU(file, kit, at));
    const fit = selectiveFit({ bores: known, pistons: pistons as number[], least, target });
    if (!fit)
      return { kind: 'none', why: 'However the pistons are shared out, one bore would be too tight.' };
    return {
      kind: 'pistons',
      kit,
      pistonFor: fit.pistonFor,
      clearances: fit.clearances,
      target,
      asTheyAre: fit.pistonFor.every((p, b) => p === b),
    };
  }
  return kit ? null : gradesFor(file, known, at);
}

/** Grades are pistons of one maker for the standard bore, more than one of them. */
function gradesFor(
  file: JobFile,
  sizes: readonly { smallest: number; mean: number }[],
  at: string,
): PistonMatch | null {
  const graded = file.engine.kits.filter((k) => k.oversize === 0);
  const maker = graded.map((k) => k.maker).find((m) => graded.filter((k) => k.maker === m).length > 1);
  const window = maker === undefined ? null : windowFor(file, maker);
  if (maker === undefined || !window) return null;
  const { target } = window;
  const own = graded.filter((k) => k.maker === maker);
  const gradeFor = sizes.map((s) => {
    const fits = own.filter(
      (k) => s.smallest - k.piston >= leastToBuild(file, window, verificationU(file, k, at)),
    );
    return fits.reduce<Kit | null>(
      (best, k) =>
        best && Math.abs(s.mean - best.piston - target) <= Math.abs(s.mean - k.piston - target) ? best : k,
      null,
    );
  });
  return {
    kind: 'grades',
    maker,
    gradeFor,
    clearances: gradeFor.map((k, i) => (k ? sizes[i]!.mean - k.piston : null)),
    target,
  };
}

/** A matching in words, a sentence a bore. */
export function pistonMatchSentences(file: JobFile, match: PistonMatch, unit: LengthUnit): string[] {
  const figure = (v: number) => withUnit(nm(v), { unit, step: 1_000, extra: 1 });
  const { cylinders } = file.engine;
  switch (match.kind) {
    case 'none':
      return [match.why];
    case 'grades':
      return match.gradeFor.map((k, i) =>
        k
          ? `${cylinders[i]}: ${k.name}, mean clearance ${figure(match.clearances[i]!)}.`
          : `${cylinders[i]}: every grade would be too tight.`,
      );
    case 'pistons':
      return match.pistonFor.map(
        (p, b) =>
          `${p === b ? 'the' : 'swap: the'} piston measured as ${cylinders[p]} into ${cylinders[b]}, mean clearance ${figure(match.clearances[b]!)}.`,
      );
  }
}
