import type { Instrument, ShopRules, Study, Thermal } from '../gauges/index.js';
import type { AnyEntry } from '../ledger/index.js';
import type { EngineFacts, EngineSpec, Override, ShopRule, Signed } from '../specs/index.js';
import type { LengthUnit, Nanometres } from '../units/index.js';
import type { Firm, ShopCosts } from './firm.js';
import type { PlacedFile } from './places.js';

/** quick 2 directions × 2 depths · usual 2 × 3 · full 4 × 3. */
export type PlanName = 'quick' | 'usual' | 'full';

/** Rules a shop sets for itself, inside what it may. */
export interface Shop {
  readonly name: string;
  /** Unit it works in; absent where nobody said: then that of most of its gauges. */
  readonly unit?: LengthUnit;
  readonly rules: ShopRules;
  /** Extra clearance for hard use, nm, with its reason; 0 keeps the sheet's minimum. */
  readonly allowance: { readonly clearance: Nanometres; readonly reason: string };
  /** What it asks for its work; absent where nobody set it: then no way has a price. */
  readonly costs?: ShopCosts;
  /** Firms work is sent out to. */
  readonly firms?: readonly Firm[];
  /** Rules over many engines: they tighten what a sheet gives, and make no verdict by themselves. */
  readonly sheetRules?: readonly ShopRule[];
}

/** Ways out that a decision may name: what is done with the wall, with or without a kit. */
export const ROUTES = {
  whole: 'used again whole, rings too',
  reuse: 'nothing is bored',
  hone: 'cleaned or honed, new rings',
  fit: 'a piston for the bore as it is',
  bore: 'bored to an oversize',
  replate: 'stripped and replated',
  sleeve: 'a new sleeve',
  exchange: 'another cylinder',
} as const;
export type RouteName = keyof typeof ROUTES;
export const ROUTE_NAMES = Object.keys(ROUTES) as readonly RouteName[];

/** What was decided, by whom and why. Decisions are appended; the last one stands. */
export interface Decision extends Signed {
  readonly id: string;
  readonly at: string;
  readonly route: RouteName;
  /** Kit chosen for all cylinders; null where the way needs none, or none is named yet. */
  readonly kitId: string | null;
  readonly reason: string;
}

export interface JobFacts {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly machine: string;
  readonly engineNumber: string;
  /** Hours or distance as the customer says it. */
  readonly use: string;
  readonly complaint: string;
  readonly bench: string | null;
  /** `YYYY-MM-DD` */
  readonly promised: string | null;
  readonly plan: PlanName;
  /** A seized engine distorts more: the unseen oval is given more room. */
  readonly seized: boolean;
  readonly thermal: Thermal;
  /** Makers of the parts found in the engine; null where they are the engine maker's own. */
  readonly fitted: { readonly piston: string | null; readonly ring: string | null };
  readonly overrides: readonly Override[];
  /** What tells this very engine from others of its model: conditions of limits hang on it. */
  readonly variant: Variant;
}

/** What was found on the engine that came in; null where nobody looked. */
export interface Variant {
  readonly year: number | null;
  /** Cast or stamped on the part. */
  readonly code: string | null;
  /** What it is used for, in the words of the sheet's condition. */
  readonly use: string | null;
}

export const UNKNOWN_VARIANT: Variant = { year: null, code: null, use: null };

/** Everything a verdict needs, in one file: the open format a job travels in. */
export interface JobFile extends PlacedFile {
  readonly format: 'tribos-job';
  readonly version: 6;
  readonly shop: Shop;
  readonly engine: EngineSpec;
  readonly instruments: readonly Instrument[];
  /** What each person's own repeats with a gauge showed, oldest first. */
  readonly studies: readonly Study[];
  readonly job: JobFacts;
  readonly log: readonly AnyEntry[];
  readonly decisions: readonly Decision[];
}

/** What is known of the engine that came in: what was found on it, else what its model always is. */
export const variantFacts = ({ engine, job }: Pick<JobFile, 'engine' | 'job'>): EngineFacts => ({
  maker: engine.maker,
  wall: engine.wall,
  year: job.variant.year ?? engine.year,
  serial: job.engineNumber,
  code: job.variant.code ?? engine.code,
  use: job.variant.use,
});

/** The decision that stands, if any. */
export const standingDecision = (file: Pick<JobFile, 'decisions'>): Decision | null =>
  file.decisions.at(-1) ?? null;
