import { conformance, decide, exactly, uncertaintyOf, type Estimate } from '../gauges/index.js';
import { clearances, targetBore, type TargetBore } from '../fit/index.js';
import { pistonStation, stationKey } from '../readings/index.js';
import {
  cleanupDiameters,
  cleanupOdds,
  CONSTRUCTION,
  jointP,
  recommend,
  weakest,
  type Cleanup,
  type CleanupDiameters,
  type CleanupOdds,
} from '../routes/index.js';
import type { Governing, Kit } from '../specs/index.js';
import { nm } from '../units/index.js';
import type { BoreState } from './boreItems.js';
import type { JobFile } from './jobFile.js';
import { governingFor } from './judgeValue.js';
import type { ReadingsState } from './standingReadings.js';
import { verificationU, type Verification } from './verificationU.js';

/** How a piston goes into the bore as it is. */
export interface BoreFit {
  readonly tightest: number;
  readonly loosest: number;
  readonly p: number;
  readonly state: 'within' | 'undecided' | 'beyond';
}

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
}

export interface KitComparison {
  readonly options: readonly KitOption[];
  readonly recommended: KitOption | null;
}

type Range = { readonly low: number; readonly high: number };

const measuredPiston = (state: ReadingsState, cylinder: number, kit: Kit): Estimate | null =>
  state.stations.get(stationKey(pistonStation(cylinder, kit.id)))?.result?.estimate ?? null;

const clearanceOf = (g: Governing): Range | null =>
  g.status === 'governed' && g.limit.low !== null && g.limit.high !== null
    ? { low: g.limit.low, high: g.limit.high }
    : null;

function fitAsItIs(file: JobFile, bore: BoreState, piston: Estimate, range: Range): BoreFit | null {
  if (!bore.survey) return null;
  const { tightest, loosest } = clearances(bore.survey.smallest.of, bore.survey.largest.of, piston);
  const [a, b] = [uncertaintyOf(tightest), uncertaintyOf(loosest)];
  const pTight = conformance(tightest.value, 'min', range.low, a.u, a.dof);
  const pLoose = conformance(loosest.value, 'max', range.high, b.u, b.dof);
  const states = [decide(pTight, 'seizure', file.shop.rules), decide(pLoose, 'wear', file.shop.rules)];
  return {
    tightest: tightest.value,
    loosest: loosest.value,
    p: pTight * pLoose,
    state: states.includes('beyond') ? 'beyond' : states.includes('undecided') ? 'undecided' : 'within',
  };
}

function cylinderOption(
  file: JobFile,
  kit: Kit,
  way: KitOption['way'],
  bore: BoreState,
  state: ReadingsState,
  range: Range | null,
  verification: Verification | null,
  score: number,
): CylinderOption {
  const measured = measuredPiston(state, bore.cylinder, kit);
  const piston = measured ?? exactly(kit.piston);
  const common = {
    cylinder: bore.cylinder,
    piston: { size: piston.value, from: measured ? ('measured' as const) : ('listed' as const) },
  };
  if (way === 'fit') {
    const fit = range && fitAsItIs(file, bore, piston, range);
    return { ...common, target: null, cleanup: null, odds: null, fit, p: fit?.p ?? null };
  }
  const { allowance, rules } = file.shop;
  const target =
    range && verification
      ? targetBore({
          piston: piston.value,
          clearanceLow: range.low,
          clearanceHigh: range.high,
          uClearance: verification.u,
          allowance: allowance.clearance,
          rules,
        })
      : null;
  const largest = bore.survey?.largest.of ?? null;
  const wear = largest && {
    standard: bore.reference.value,
    largest: largest.value,
    u: uncertaintyOf(largest).u,
    score,
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
  const construction = CONSTRUCTION[file.engine.wall];
  if (way === 'bore' && !construction.boring)
    return `A bore with ${construction.name} is never bored and left: a larger kit means replating or a sleeve, by a specialist.`;
  if (clearanceOf(clearance) === null) {
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

/**
 * The kits of this engine side by side: an oversize is bored for, a piston of standard size or a grade goes
 * into the bore as it is. Does it serve every cylinder, to what size is each bore to be taken, what is left
 * afterwards, and which is recommended.
 * @param scores deepest score per cylinder, nm, radial
 * @param at     ISO date, for calibration that has run out
 */
export function kitOptions(
  file: JobFile,
  bores: readonly BoreState[],
  state: ReadingsState,
  scores: readonly number[],
  at: string,
): KitComparison {
  const kits = [...file.engine.kits].sort((a, b) => a.oversize - b.oversize);
  const options = kits.map((kit): KitOption => {
    const way = kit.oversize > 0 ? 'bore' : 'fit';
    const clearance = governingFor(file, 'clearance', ['new'], 'min', kit.maker);
    const verification = verificationU(file, kit, at);
    const surveyed = bores.map((bore) =>
      cylinderOption(
        file,
        kit,
        way,
        bore,
        state,
        clearanceOf(clearance),
        verification,
        scores[bore.cylinder] ?? 0,
      ),
    );
    const finish = Math.max(...surveyed.map((c) => c.target?.high ?? c.piston.size));
    const wallLeft =
      way === 'fit' || file.engine.sleeveOuter === null ? null : nm((file.engine.sleeveOuter - finish) / 2);
    const whyNot = whyNotSentence(file, kit, way, clearance, wallLeft);
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
    };
  });
  const best = recommend(
    options.map((o) => ({
      id: o.kit.id,
      oversize: o.kit.oversize,
      feasible: o.feasible,
      p: o.cylinders.map((c) => c.p),
    })),
  );
  return { options, recommended: options.find((o) => o.kit.id === best?.id) ?? null };
}
