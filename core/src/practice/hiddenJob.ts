import {
  difference,
  readingEstimate,
  uncertaintyOf,
  USUAL_RULES,
  type Instrument,
  type TakenReading,
} from '../gauges/index.js';
import { placeKindOf, UNKNOWN_VARIANT, type JobFile, type PlanName } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { LogEntry, SizePlace } from '../cylinder/index.js';
import { borePlan, pistonPlace } from '../readings/index.js';
import type { EngineSpec, FeatureKey, Limit } from '../specs/index.js';
import { mm, nm, toDecimal } from '../units/index.js';
import { shownSizes, trueDiameter, trueFigures, type Draws, type HiddenBore } from './hiddenBore.js';

const AT = '2026-01-01T08:00:00.000Z';
const BASE = mm(77.05);
const CLEARANCE = 40_000;

/** An engine of one cylinder that is as hidden as its bore: nothing but what is needed to judge one. */
function engineWith(limits: readonly Limit[]): EngineSpec {
  return {
    id: 'hidden',
    maker: 'Hidden',
    model: 'single',
    kind: 'atv',
    strokes: 4,
    cylinders: ['cylinder'],
    bore: mm(77),
    stroke: mm(70),
    wall: 'iron-sleeve',
    zeroAt: 'front',
    pinAxisDeg: 90,
    depths: { top: mm(15), mid: mm(45), low: mm(75) },
    wallDepth: mm(105),
    ports: [],
    sleeveOuter: null,
    pin: null,
    cooling: 'liquid',
    year: null,
    code: null,
    limits,
    kits: [],
  };
}

const limit = (
  feature: FeatureKey,
  state: Limit['state'],
  low: number | null,
  high: number | null,
): Limit => ({
  id: `${feature}.${state}`,
  feature,
  state,
  low,
  high,
  unit: 'mm',
  conditions: {},
  source: {
    type: 'engine-maker',
    party: 'Hidden',
    document: 'truth',
    page: '',
    revision: '',
    enteredBy: 'a',
    checkedBy: 'b',
  },
});

export type HiddenShape = 'straight' | 'tapered' | 'oval' | 'both';

/**
 * A bore of a shape, its oval along the read directions and, as a technician cannot see, also between them.
 * @param sigma what two directions cannot see, standard deviation, nm; 0 for a plan that sees it
 */
export function hiddenBore(shape: HiddenShape, depths: number, sigma: number, draws: Draws): HiddenBore {
  const half = shape === 'oval' || shape === 'both' ? 15_000 : 0;
  const axis = sigma === 0 ? 2 * Math.PI * draws.uniform() : 0;
  const each = Array.from({ length: depths }, () => 0);
  return {
    base: BASE,
    taper: shape === 'tapered' || shape === 'both' ? 30_000 : 0,
    a: each.map(() => half * Math.cos(axis)),
    b: each.map(() => (half === 0 ? 0 : half * Math.sin(axis) + sigma * draws.normal())),
  };
}

/** A job on a hidden bore, read by gauges that err as the house says they do. */
export interface HiddenJob {
  /**
   * The job with every limit so many standard uncertainties inside (negative) or past (positive) the truth: at
   * 0 every figure is exactly at its limit.
   */
  readonly at: (uPast: number) => JobFile;
}

/**
 * Reads a hidden bore and its piston in one sitting.
 * @param gauge       reads the bore
 * @param micrometer  reads the piston; a gauge set in one is set in it
 */
export function hiddenJob(
  bore: HiddenBore,
  plan: PlanName,
  gauge: Instrument,
  micrometer: Instrument,
  draws: Draws,
): HiddenJob {
  const instruments = [gauge, micrometer];
  const thermal = { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null };
  const bench = { instruments, thermal, studies: [] };
  const engine = engineWith([]);
  const kindOf = (place: SizePlace) => placeKindOf({ engine }, place);
  const places = borePlan(engine, plan, 0).map((p) => p.station);
  const depths = [...new Set(places.map((p) => p.depth))];
  const truth = trueFigures(bore, [...new Set(places.map((p) => p.angle))]);
  const piston = truth.smallest - CLEARANCE;
  const take = (station: SizePlace, value: number, n: number, i: Instrument): TakenReading => ({
    id: `r${n}`,
    place: placeKey(station),
    value,
    instrumentId: i.id,
    at: AT,
    by: 'hidden',
    part: kindOf(station).thing(station),
    sense: kindOf(station).sense,
    material: station.part === 'piston' ? 'cast-high-silicon' : 'grey-iron',
    thermalPart: kindOf(station).warm,
    zero: null,
  });
  const all: readonly SizePlace[] = [...places, pistonPlace(0, null)];
  const readings = all.map((station, n) =>
    station.part === 'bore'
      ? take(station, trueDiameter(bore, depths.indexOf(station.depth), station.angle), n, gauge)
      : take(station, piston, n, micrometer),
  );
  const shown = shownSizes(readings, bench, draws);
  const log = all.map((station, n): LogEntry => ({
    kind: 'reading',
    id: `r${n}`,
    at: AT,
    received: AT,
    by: 'hidden',
    importedBy: null,
    station,
    instrumentId: readings[n]!.instrumentId,
    text: toDecimal(nm(shown[n]!), 'mm', 3),
    unit: 'mm',
    value: nm(shown[n]!),
    step: 1_000,
    corrects: null,
    zeroId: null,
    seen: null,
  }));
  const [one, other, of] = [readings[0]!, readings[1]!, readings.at(-1)!].map((r) =>
    readingEstimate(r, bench),
  );
  const u = uncertaintyOf(one!).u;
  const uDifference = uncertaintyOf(difference(one!, other!)).u;
  const uClearance = uncertaintyOf(difference(one!, of!)).u;
  return {
    at: (uPast) => ({
      format: 'tribos-job',
      version: 6,
      shop: { name: 'Practice', rules: USUAL_RULES, allowance: { clearance: nm(0), reason: '' } },
      engine: engineWith([
        limit('bore', 'service', null, truth.largest - uPast * u),
        limit('bore.out-of-round', 'service', null, Math.max(1, truth.outOfRound - uPast * uDifference)),
        limit('bore.taper', 'service', null, Math.max(1, truth.taper - uPast * uDifference)),
        limit('clearance', 'new', CLEARANCE + uPast * uClearance, mm(1)),
        limit('clearance', 'service', null, truth.largest - piston - uPast * uClearance),
      ]),
      instruments,
      studies: [],
      job: {
        id: 'hidden',
        number: 1,
        customer: '',
        machine: '',
        engineNumber: '',
        use: '',
        complaint: '',
        bench: null,
        promised: null,
        plan,
        seized: false,
        thermal,
        fitted: { piston: null, ring: null },
        overrides: [],
        variant: UNKNOWN_VARIANT,
      },
      log,
      decisions: [],
    }),
  };
}
