import {
  atHand,
  difference,
  readingEstimate,
  READS,
  uncertaintyOf,
  type Estimate,
  type Instrument,
  type Zero,
} from '../gauges/index.js';
import { benchOf, type JobFile } from '../job/index.js';
import { wallMaterial, type Kit } from '../specs/index.js';
import { canBeVerified, leastClearance } from './targetBore.js';

export interface Verification {
  /** Standard uncertainty of the finished clearance, nm. */
  readonly u: number;
  readonly boreGauge: Instrument;
  readonly pistonGauge: Instrument;
}

/** What would make a clearance window wide enough to be verified, and what its u would then be. */
export interface Remedy {
  readonly kind: 'three-repeats' | 'comparator';
  readonly u: number;
  readonly boreGauge: Instrument;
  readonly pistonGauge: Instrument;
}

const REPEATS = 3;

/** Standard uncertainty of bore − piston with one pair of gauges, each read `times` times, nm. */
function pairU(
  file: JobFile,
  kit: Kit,
  at: string,
  boreGauge: Instrument,
  pistonGauge: Instrument,
  times = 1,
  zeroed = false,
): number {
  const bench = benchOf(file);
  const zero: Zero | null = zeroed
    ? {
        id: 'verify',
        instrumentId: boreGauge.id,
        in: { kind: 'micrometer', instrumentId: pistonGauge.id },
        value: kit.piston,
        needle: 'clockwise-larger',
        repeats: REPEATS,
        at,
        closing: null,
      }
    : null;
  const one = (i: Instrument, part: 'bore' | 'piston'): Estimate =>
    readingEstimate(
      {
        id: `${part}:verify`,
        place: `${part}:verify`,
        part: `${part}:verify`,
        value: kit.piston,
        instrumentId: i.id,
        at,
        sense: part === 'bore' ? 'inside' : 'outside',
        material: part === 'bore' ? wallMaterial(file.engine.wall) : kit.material,
        thermalPart: part === 'bore' ? 'cylinder' : 'piston',
        ...(part === 'bore' ? { zero } : {}),
      },
      bench,
    );
  const of = difference(one(boreGauge, 'bore'), one(pistonGauge, 'piston'));
  return uncertaintyOf({
    ...of,
    components: of.components.map((c) =>
      c.kind === 'resolution' || c.kind === 'repeatability'
        ? { ...c, amplitude: c.amplitude / Math.sqrt(times) }
        : c,
    ),
  }).u;
}

const reach = (file: JobFile, of: 'inside' | 'outside', size: number): Instrument[] =>
  file.instruments.filter(
    (i) =>
      atHand(i) &&
      READS[i.type].includes(of) &&
      i.contacts === 2 &&
      size >= i.rangeLow &&
      size <= i.rangeHigh,
  );

/**
 * How well the finished clearance can be verified with the shop's best pair of gauges for this size. A bore
 * gauge set in the micrometer that sizes the piston shares its scale error, which then cancels; the inside and
 * the outside jaws of one calliper do not.
 * @param kit whose piston is measured
 * @param at  ISO date, for calibration that has run out
 * @returns null when no gauge of the shop reaches the bore or the piston
 */
export function verificationU(file: JobFile, kit: Kit, at: string): Verification | null {
  let best: Verification | null = null;
  for (const boreGauge of reach(file, 'inside', kit.piston)) {
    for (const pistonGauge of reach(file, 'outside', kit.piston)) {
      const u = pairU(file, kit, at, boreGauge, pistonGauge);
      if (!best || u < best.u) best = { u, boreGauge, pistonGauge };
    }
  }
  return best;
}

/**
 * The cheapest change that makes a window wide enough to be verified: three repeats of each reading with the
 * gauges at hand, else a bore gauge zeroed in the micrometer that sizes the piston.
 * @returns null when nothing in the shop does
 */
export function verificationRemedy(
  file: JobFile,
  kit: Kit,
  at: string,
  range: { readonly low: number; readonly high: number },
): Remedy | null {
  const { rules, allowance } = file.shop;
  const fits = (uClearance: number) =>
    canBeVerified({
      clearanceLow: range.low,
      clearanceHigh: range.high,
      uClearance,
      allowance: allowance.clearance,
      rules,
    });
  const pairs = reach(file, 'inside', kit.piston).flatMap((boreGauge) =>
    reach(file, 'outside', kit.piston).map((pistonGauge) => ({ boreGauge, pistonGauge })),
  );
  const tried = [
    ...pairs.map((p): Remedy => ({
      kind: 'three-repeats',
      ...p,
      u: pairU(file, kit, at, p.boreGauge, p.pistonGauge, REPEATS),
    })),
    ...pairs
      .filter((p) => p.boreGauge.type === 'dial-bore' && p.pistonGauge.type === 'micrometer')
      .map((p): Remedy => ({
        kind: 'comparator',
        ...p,
        u: pairU(file, kit, at, p.boreGauge, p.pistonGauge, REPEATS, true),
      })),
  ];
  for (const kind of ['three-repeats', 'comparator'] as const) {
    const able = tried.filter((r) => r.kind === kind && fits(r.u)).sort((a, b) => a.u - b.u)[0];
    if (able) return able;
  }
  return null;
}

/** Least clearance a piston of a kit may be built to: the sheet's minimum with the shop's allowance or the gauges' guard. */
export function leastToBuild(
  file: JobFile,
  range: { readonly low: number },
  verification: Verification | null,
): number {
  const { rules, allowance } = file.shop;
  return leastClearance({
    clearanceLow: range.low,
    uClearance: verification?.u ?? 0,
    allowance: allowance.clearance,
    rules,
  });
}
