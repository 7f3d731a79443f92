import type { Dimension } from '../units/index.js';

/** What happens when the limit is broken. It sets how sure a verdict must be. */
export type Consequence = 'seizure' | 'wear' | 'cosmetic';

/** Which part's maker governs the feature; everything else belongs to the engine maker. */
export type GovernedBy = 'engine' | 'piston' | 'ring';

/** What a verdict is of, as far as its noun hangs on it. */
export interface Spoken {
  readonly title: string;
  readonly side: 'max' | 'min';
  /** It is held against what a machinist was asked for. */
  readonly ticket: boolean;
}

/** What to do about a verdict, where this feature has better words than the house; each a sentence. */
export interface Advice {
  /** Where it was not read yet. */
  readonly unread?: string;
  /** Where leaves leave it open. */
  readonly leaves?: string;
  /** Where it is over its maximum, under its minimum. */
  readonly max?: string;
  readonly min?: string;
}

/** What a figure is of: how it is called, what breaking its limit does, what is said about it. */
export interface FeatureInfo {
  /** As sheets of this house print it. */
  readonly name: string;
  readonly dimension: Dimension;
  readonly governedBy: GovernedBy;
  /** Consequence of being over a maximum and of being under a minimum. */
  readonly over: Consequence;
  readonly under: Consequence;
  /** Holds for one build of head, cams, piston and gasket alone. */
  readonly byBuild?: true;
  /** What it is called within a sentence; its name in small letters where absent. */
  readonly noun?: (of: Spoken) => string;
  /** What other sheets call it. Lower case, without "of", "and", "the". */
  readonly also?: readonly string[];
  /** What sheets call it together with others that bear the same name: both rings, both sides of the valves. */
  readonly together?: readonly string[];
  /** Between what it usually lies, mm: outside it a point has slipped more often than not. */
  readonly usual?: readonly [low: number, high: number];
  /** It wears smaller: a lone figure on a sheet is a least one. */
  readonly least?: true;
  /** That it is not read is said as of something tried: with what was tried elsewhere or before. */
  readonly tried?: true;
  /** Why it is not read yet; "is not read yet" where absent. */
  readonly missing?: string;
  readonly advice?: Advice;
}

/** What most features need not say. */
type More = Partial<Omit<FeatureInfo, 'name' | 'governedBy' | 'over' | 'under'>>;

/** A feature: a length where nothing else is said. */
export const feature = (
  name: string,
  governedBy: GovernedBy,
  over: Consequence,
  under: Consequence,
  more: More = {},
): FeatureInfo => ({ name, dimension: 'length', governedBy, over, under, ...more });

/** What hangs on head, cams, piston and gasket together. */
export const ofBuild = (name: string, over: Consequence, under: Consequence, more: More = {}): FeatureInfo =>
  feature(name, 'engine', over, under, { ...more, byBuild: true });

/** The features of a room, by their key. */
export const features = <K extends string>(given: Readonly<Record<K, FeatureInfo>>) => given;
