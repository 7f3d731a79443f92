import type { Nanometres } from '../units/index.js';
import type { EngineWall, Limit } from './limit.js';
import type { Material } from './material.js';

/** A window in the wall. Angles clockwise seen from above, degrees; depths from the deck. */
export interface Port {
  readonly name: string;
  readonly roof: Nanometres;
  readonly floor: Nanometres;
  readonly from: number;
  readonly to: number;
}

/** The three heights a bore is measured at, from the deck. */
export interface Depths {
  /** Just below the top ring's reversal; above the exhaust roof on a two-stroke. */
  readonly top: Nanometres;
  readonly mid: Nanometres;
  /** Low in the travel; below the ports on a two-stroke. */
  readonly low: Nanometres;
}

/** A piston on offer for an engine, alone or in its kit. */
export interface Kit {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  /** Over the standard bore, nm; 0 for standard size and graded pistons. */
  readonly oversize: Nanometres;
  /** Piston size on the sheet at the maker's gauge height. */
  readonly piston: Nanometres;
  readonly material: Material;
  /** Height above the skirt's bottom edge at which the maker sizes it; null when the sheet is silent. */
  readonly gaugeHeight: Nanometres | null;
}

export type EngineKind = 'motorcycle' | 'atv' | 'snowmobile' | 'watercraft' | 'chainsaw';

/** Facts of an engine that may stand as a proposal. */
export type ProposedFact = 'depths' | 'wall-depth' | 'pin-axis' | 'zero' | 'cooling' | 'cylinders';

export interface EngineSpec {
  readonly id: string;
  readonly maker: string;
  readonly model: string;
  readonly kind: EngineKind;
  readonly strokes: 2 | 4;
  /** Names of the cylinders in the shop's words, in order: ['left', 'right']. */
  readonly cylinders: readonly string[];
  readonly bore: Nanometres;
  /** Null while nobody has typed it: whatever hangs on it asks for it. */
  readonly stroke: Nanometres | null;
  readonly wall: EngineWall;
  /** What 0° points to, seen from above: 'exhaust', 'front', 'flywheel side'. */
  readonly zeroAt: string;
  /** Direction of the pin; the thrust axis is perpendicular to it. Default 90°. */
  readonly pinAxisDeg: number;
  readonly depths: Depths;
  /** Depth of the bore from deck to skirt, for drawing. */
  readonly wallDepth: Nanometres;
  readonly ports: readonly Port[];
  readonly sleeveOuter: Nanometres | null;
  /** Nominal diameter of the piston pin; null when it is not on file. */
  readonly pin: Nanometres | null;
  readonly cooling: 'liquid' | 'air';
  readonly year: number | null;
  readonly code: string | null;
  /** What stands here as a proposal from the bore, and nobody has said yet; absent where all of it was. */
  readonly proposed?: readonly ProposedFact[];
  readonly limits: readonly Limit[];
  readonly kits: readonly Kit[];
  /** What rooms need from this engine's sheet, by the name of the part; absent where nothing was entered. */
  readonly parts?: Readonly<Record<string, unknown>>;
}

/** The material whose expansion the wall follows: the sleeve, or the cylinder under the plating; either while nobody knows. */
export const wallMaterial = (wall: EngineWall): Material =>
  wall === 'iron-sleeve' ? 'grey-iron' : wall === 'unknown' ? 'iron-or-aluminium' : 'aluminium-cylinder';
