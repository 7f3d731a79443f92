import { isInHand } from './inHand.js';
import type { FeatureKey } from './feature.js';

/** `new`: what a renewed or resized surface must meet. `service`: how far a reused one may wear. */
export type LimitState = 'new' | 'service';

/** How a maker means taper; the default is the worst of the directions. */
export type TaperDefinition = 'worst-direction' | 'top-bottom' | 'cross-depth';

export type SourceType = 'engine-maker' | 'part-maker' | 'machinist' | 'shop-rule' | 'adoption';

export interface Source {
  readonly type: SourceType;
  /** Who says so: the maker's, machinist's or shop's name. */
  readonly party: string;
  readonly document: string;
  readonly page: string;
  readonly revision: string;
  readonly enteredBy: string;
  /** Second person who compared the figure with the document; null while unchecked. */
  readonly checkedBy: string | null;
  /** Day it was typed, `YYYY-MM-DD`; absent where nobody kept it. */
  readonly enteredOn?: string;
  /** Day on which whoever typed it typed it again the same, without looking: shown, and not checked. */
  readonly retypedOn?: string;
}

/** How far a figure is trusted to be what its document says. */
export type Trust = 'unchecked' | 'retyped' | 'checked';

/** By a second person: checked. By the same one on another day: retyped, a level of its own. */
export const trustOf = (source: Pick<Source, 'checkedBy' | 'retypedOn'>): Trust =>
  source.checkedBy !== null ? 'checked' : source.retypedOn !== undefined ? 'retyped' : 'unchecked';

export interface Conditions {
  readonly yearFrom?: number;
  readonly yearTo?: number;
  /** Number of the engine, as the sheet prints it: from this one on, up to this one. */
  readonly serialFrom?: string;
  readonly serialTo?: string;
  /** Cast or stamped code on the part. */
  readonly code?: string;
  readonly wall?: Wall;
  readonly use?: string;
  /** What the top end is built of, for what hangs on it; left out, all as the engine's maker built it. */
  readonly build?: Build;
}

/** A part of a build that is the engine maker's own. */
export const MAKERS_OWN = 'maker';

/**
 * What a top end is built of: each `maker` for the engine maker's own, else by its name. Room at the valves, cam timing and
 * what a decompressor does hang on all four together.
 */
export interface Build {
  readonly head: string;
  readonly cams: string;
  readonly piston: string;
  readonly gasket: string;
}
export const BUILD_PARTS = ['head', 'cams', 'piston', 'gasket'] as const satisfies readonly (keyof Build)[];
export const MAKERS_BUILD: Build = {
  head: MAKERS_OWN,
  cams: MAKERS_OWN,
  piston: MAKERS_OWN,
  gasket: MAKERS_OWN,
};

/** What the bore's running surface is made of; it decides what may be done to it at all. */
export type Wall = 'iron-sleeve' | 'plated' | 'chrome';

/** The wall of an engine: as it is known, or that nobody has said it yet. */
export type EngineWall = Wall | 'unknown';

/** Units documents print limits in. */
export const LIMIT_UNITS = ['mm', 'in', 'kPa', 'bar', 'psi', 'bar/min', '×', '%', '°'] as const;
export type LimitUnit = (typeof LIMIT_UNITS)[number];

/**
 * One limit as a sheet prints it. `low` and `high` are in the feature's base unit (nm for lengths);
 * one of them may be absent. Rows make a step table (the first row whose `below` exceeds the argument).
 */
export interface Limit {
  readonly id: string;
  readonly feature: FeatureKey;
  readonly state: LimitState;
  readonly low: number | null;
  readonly high: number | null;
  /** What the sheet says to aim at inside its range; left out, its middle. */
  readonly target?: number;
  readonly rows?: readonly { readonly below: number | null; readonly low: number }[];
  /** Unit the document prints, kept so that the figure is shown as it stands there. */
  readonly unit: LimitUnit;
  readonly taper?: TaperDefinition;
  readonly conditions: Conditions;
  readonly source: Source;
}

/** The one way a source is named beside a figure. @example sourceLine({ document: 'Varrow manual', page: '4-12', checkedBy: 'Ines' }) // 'Varrow manual, p. 4-12, checked' */
export function sourceLine(source: Source): string {
  const page = source.page ? `, p. ${source.page}` : '';
  return isInHand(source)
    ? `${source.document}, no page on file`
    : `${source.document}${page}, ${trustOf(source)}`;
}
