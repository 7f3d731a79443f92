import { doubts, fitCandidate, kitPiston, rangeOf, type BoreState, type MapSpread } from '../bore/index.js';
import type { Remedy, TargetBore, Verification } from '../fit/index.js';
import { exactly, uncertaintyOf } from '../gauges/index.js';
import { wallSize, type JobFile } from '../job/index.js';
import type { Score } from '../cylinder/index.js';
import type { ReadingsState } from '../readings/index.js';
import { targetOf, type Governing, type Kit } from '../specs/index.js';
import { nm } from '../units/index.js';
import { governingFor } from '../verdicts/index.js';
import { assumed, type Assumptions } from './assumptions.js';
import { fitAsItIs, type BoreFit } from './boreFit.js';
import {
  cleanupDiameters,
  cleanupOdds,
  type Cleanup,
  type CleanupDiameters,
  type CleanupOdds,
  type Shares,
} from './cleanup.js';
import { NOT_ENDED, type Ended } from './ended.js';
import { finishedSize, verificationOf, type Range } from './finishedSize.js';
import { jointP, weakest } from './joint.js';
import { sharesOf, sideWears } from './sideWear.js';
import { wallForbids } from './wallForbids.js';

export interface CylinderOption {
  readonly cylinder: number;
  /** Piston the size is for. */
  readonly piston: { readonly size: number; readonly from: 'measured' | 'listed' };
  /** Finished size to ask for; null when nothing is bored. */
  readonly target: TargetBore | null;
  readonly cleanup: CleanupDiameters | null;
  readonly odds: CleanupOdds | null;
  /** Clearance in the bore as measured, for a piston that needs no boring. */
  readonly fit: BoreFit | null;
  readonly p: number | null;
}

export interface KitOption {
  readonly kit: Kit;
  /** Bored to an oversize, or fitted to the bore as it is. */
  readonly way: 'bore' | 'fit';
  readonly feasible: boolean;
  /** The sentence why not. */
  readonly whyNot: string | null;
  readonly clearance: Governing;
  readonly cylinders: readonly CylinderOption[];
  /** Every cylinder is served, given that all take this kit; null until all are read. */
  readonly p: number | null;
  readonly says: Cleanup | null;
  /** The cylinder that decides. */
  readonly weakest: number | null;
  readonly oversizesLeft: number;
  /** Thinnest sleeve wall left, nm; null when the sleeve's outside is not on file or nothing is bored. */
  readonly wallLeft: number | null;
  readonly verification: Verification | null;
  /** How far it sits from what its clearance aims at, the cylinder that is farthest off, nm. */
  readonly offTarget: number;
  /** What would make its window verifiable, where it is not: null where nothing in the shop does. */
  readonly remedy: Remedy | null;
}

export interface KitComparison {
  readonly options: readonly KitOption[];
  /** Odds are of what was read so far: a plan is not complete or a question about it is open. */
  readonly soFar: boolean;
  readonly ended: Ended;
  /** Oversize the walls are at, nm. */
  readonly size: number;
}

/** Whether every planned place of a bore is read and nothing about it is open. */
const isKnown = (bore: BoreState): boolean => bore.survey !== null && bore.blockedBy === null;

/** No share is taken to be larger than the hand has set it. */
const capped = ({ low, high }: Shares, most: number): Shares => ({
  low: Math.min(low, most),
  high: Math.min(high, most),
});

function cylinderOption(
  file: JobFile,
  kit: Kit,
  way: KitOption['way'],
  bore: BoreState,
  state: ReadingsState,
  range: Range | null,
  verification: Verification | null,
  score: Score,
  spread: MapSpread | null,
  assume: Assumptions,
): CylinderOption {
  const measured = kitPiston(state, bore.cylinder, kit);
  const piston = measured ?? exactly(kit.piston);
  const common = {
    cylinder: bore.cylinder,
    piston: { size: piston.value, from: measured ? ('measured' as const) : ('listed' as const) },
  };
  if (way === 'fit') {
    const candidate = fitCandidate(file, state, bore.cylinder, kit);
    const fit = candidate && fitAsItIs(file, bore, candidate.piston, candidate, spread);
    return { ...common, target: null, cleanup: null, odds: null, fit, p: fit?.p ?? null };
  }
  const target = finishedSize(file, piston.value, range, verification, 'bore');
  const largest = bore.survey?.largest.of ?? null;
  const wear = largest && {
    standard: bore.reference.value,
    largest: largest.value,
    u: uncertaintyOf(largest).u,
    score: score.depth,
    felt: score.felt,
    unknownScore: score.unknown,
    honeAllowance: assume.honeAllowance,
    shares: capped(
      sharesOf(Math.max(0, largest.value - bore.reference.value), sideWears(file)[bore.cylinder] ?? null),
      assume.shareMost,
    ),
  };
  // What the kit allows is its piston and the sheet's minimum; the guard for our gauges comes on top.
  const odds = wear && range ? cleanupOdds(piston.value + range.low, wear) : null;
  return { ...common, target, cleanup: wear && cleanupDiameters(wear), odds, fit: null, p: odds?.p ?? null };
}

const FIT_SAYS: Record<BoreFit['state'], Cleanup> = { within: 'will', undecided: 'may', beyond: 'will-not' };

function together(cylinders: readonly CylinderOption[]): Cleanup | null {
  const each = cylinders.map((c) => c.odds?.says ?? (c.fit ? FIT_SAYS[c.fit.state] : null));
  if (each.includes(null)) return null;
  return each.every((s) => s === 'will') ? 'will' : each.includes('will-not') ? 'will-not' : 'may';
}

function whyNotSentence(
  file: JobFile,
  kit: Kit,
  way: KitOption['way'],
  clearance: Governing,
  wallLeft: number | null,
): string | null {
  const never = wallForbids(file.engine.wall, way);
  if (never) return never;
  if (rangeOf(clearance) === null) {
    const why =
      clearance.status === 'governed'
        ? `${kit.maker}’s sheet gives no complete clearance range.`
        : clearance.status === 'ask'
          ? clearance.question
          : clearance.why;
    return `${why} Without it no finished size can be given.`;
  }
  const limit = governingFor(file, 'sleeve.wall', ['service', 'new'], 'min');
  const least = limit.status === 'governed' ? limit.limit.low : null;
  return wallLeft !== null && least !== null && wallLeft < least
    ? 'The sleeve wall left would be below its minimum.'
    : null;
}

/** How far a kit sits from what its clearance aims at, the cylinder that is farthest off, nm. */
const offTarget = (o: Pick<KitOption, 'cylinders' | 'clearance'>): number => {
  const target = o.clearance.status === 'governed' ? targetOf(o.clearance.limit) : null;
  if (target === null) return 0;
  return Math.max(
    0,
    ...o.cylinders.map((c) => (c.fit ? Math.abs((c.fit.tightest + c.fit.loosest) / 2 - target) : 0)),
  );
};

/**
 * The kits of this engine side by side: an oversize is bored for, a piston of standard size or a grade goes
 * into the bore as it is. Does it serve every cylinder, to what size is each bore to be taken, what is left
 * afterwards.
 * @param scores  what is known of the deepest score per cylinder
 * @param at      ISO date, for calibration that has run out
 * @param spreads propagated maps, one a cylinder; null where there is none yet
 * @param ended   what findings say of the walls
 * @param assume  what nobody measured and somebody may set
 */
export function kitOptions(
  file: JobFile,
  bores: readonly BoreState[],
  state: ReadingsState,
  scores: readonly Score[],
  at: string,
  spreads: readonly (MapSpread | null)[] = [],
  ended: Ended = NOT_ENDED,
  assume: Assumptions = assumed(file),
): KitComparison {
  const kits = [...file.engine.kits].sort((a, b) => a.oversize - b.oversize);
  const size = wallSize(file);
  const options = kits.map((kit): KitOption => {
    const way = kit.oversize > size ? 'bore' : 'fit';
    const clearance = governingFor(file, 'clearance', ['new'], 'min', kit.maker);
    const range = rangeOf(clearance);
    const { verification, remedy } = verificationOf(file, kit, range, at);
    const surveyed = bores.map((bore) =>
      cylinderOption(
        file,
        kit,
        way,
        bore,
        state,
        range,
        verification,
        scores[bore.cylinder]!,
        spreads[bore.cylinder] ?? null,
        assume,
      ),
    );
    const finish = Math.max(...surveyed.map((c) => c.target?.high ?? c.piston.size));
    const wallLeft =
      way === 'fit' || file.engine.sleeveOuter === null ? null : nm((file.engine.sleeveOuter - finish) / 2);
    const whyNot =
      (way === 'fit' ? ended.fit : ended.bore) ??
      (kit.oversize < size ? 'The wall is larger already.' : null) ??
      whyNotSentence(file, kit, way, clearance, wallLeft);
    // What may not be done gets no size to do it to.
    const cylinders =
      whyNot === null
        ? surveyed
        : surveyed.map((c) => ({ ...c, target: null, cleanup: null, odds: null, fit: null, p: null }));
    const p = cylinders.map((c) => c.p);
    return {
      kit,
      way,
      feasible: whyNot === null,
      whyNot,
      clearance,
      cylinders,
      p: jointP(p),
      says: together(cylinders),
      weakest: weakest(p),
      oversizesLeft: kits.filter((k) => k.oversize > kit.oversize).length,
      wallLeft,
      verification,
      remedy,
      offTarget: offTarget({ cylinders, clearance }),
    };
  });
  const soFar = bores.some(
    (b) => !isKnown(b) || doubts(b, (s) => s.largest.of.value) || doubts(b, (s) => s.smallest.of.value),
  );
  return { options, soFar, ended, size };
}
