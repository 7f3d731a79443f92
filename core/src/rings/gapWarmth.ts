import type { JobFile } from '../job/index.js';
import { isDoneOn, workOf, type LeafEntry } from '../cylinder/index.js';
import { takenAt } from '../ledger/index.js';
import { EXPANSION, expansionWithin, wallMaterial } from '../specs/index.js';

const { PI, hypot, sqrt } = Math;

/** Expansion of ring iron, 10⁻⁶ per kelvin. An estimate for the class of material. */
export const RING_IRON = 11.5;
const ROOT3 = sqrt(3);
/** A washed wall is warm for so long, ms. */
const WARM_AFTER_WASH = 30 * 60_000;

/** How much wider a gap reads than at 20 °C. */
export interface GapWarmth {
  /** nm, positive where the warm wall opens it. */
  readonly shift: number;
  /** Standard uncertainty of that, nm. */
  readonly u: number;
}

/**
 * What warmth adds to a gap: π·D·(α_c·(T_c − 20) − α_r·(T_r − 20)). The wall carries the ring's ends apart, the ring's
 * own warmth closes them. The ring has the temperature of the bench.
 *
 * @param bore nm
 * @returns nm, with what is not known of the temperatures
 */
export function gapWarmth({ engine, job }: Pick<JobFile, 'engine' | 'job'>, bore: number): GapWarmth {
  const { celsius, measured, sameBench, cylinder } = job.thermal;
  const material = wallMaterial(engine.wall);
  const wall = EXPANSION[material] * 1e-6;
  const ring = RING_IRON * 1e-6;
  const away = (cylinder ?? celsius) - 20;
  const round = PI * bore;
  const uBench = (measured ? 1 : 5) / ROOT3;
  const uApart = (cylinder !== null ? 1 : sameBench ? 0.5 : 2) / ROOT3;
  return {
    shift: round * (wall * away - ring * (celsius - 20)),
    u:
      round *
      hypot(
        (wall - ring) * uBench,
        wall * uApart,
        (expansionWithin(material) * wall * away) / ROOT3,
        (0.1 * ring * (celsius - 20)) / ROOT3,
      ),
  };
}

/**
 * What a gap has to be wider by for its minimum to be sure: twice what is not known of the warmth. A ring and a wall
 * known to lie on one bench err by less than a leaf does, and a leaf is taken by its nominal.
 */
export const warmthMargin = ({ job: { thermal } }: Pick<JobFile, 'job'>, { u }: GapWarmth): number =>
  thermal.sameBench && thermal.measured && thermal.cylinder === null ? 0 : 2 * u;

/** Of leaves tried in a gap, those tried so soon after the cylinder was washed that the wall may still have been warm. */
export function warmTries(
  file: JobFile,
  cylinder: number,
  tries: readonly LeafEntry[],
): ReadonlySet<LeafEntry> {
  if (file.job.thermal.cylinder !== null) return new Set();
  const washes = workOf(file.log).flatMap(({ entry }) =>
    entry.what === 'washed' && isDoneOn(entry, cylinder) ? [Date.parse(takenAt(entry))] : [],
  );
  return new Set(
    tries.filter((t) => {
      const at = Date.parse(takenAt(t));
      return washes.some((w) => at >= w && at - w < WARM_AFTER_WASH);
    }),
  );
}

/** Leaves that count: once one is tried in a cold wall, what a warm one said before says nothing more. */
export function triesThatCount(
  file: JobFile,
  cylinder: number,
  tries: readonly LeafEntry[],
): readonly LeafEntry[] {
  const warm = warmTries(file, cylinder, tries);
  const lastCold = tries.findLastIndex((t) => !warm.has(t));
  return tries.filter((t, i) => !warm.has(t) || i > lastCold);
}

/** Whether a gap was tried in a wall that may still have been warm, and not since. */
export const maybeWarm = (file: JobFile, cylinder: number, tries: readonly LeafEntry[]): boolean =>
  warmTries(file, cylinder, tries).size > 0;
