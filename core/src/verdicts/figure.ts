import type { Consequence } from '../features/index.js';
import type { ComponentKind, GaugeOutlook, VerdictState } from '../gauges/index.js';
import type { FindingEntry } from '../cylinder/index.js';
import { featureInfo, type FeatureKey, type Governing, type Limit } from '../specs/index.js';
import { depthText, type Dimension, type LengthUnit } from '../units/index.js';

/** Why a verdict is not yet a yes or a no. */
export type Because =
  | 'unread'
  | 'incomplete'
  | 'gauge'
  | 'unseen'
  | 'question'
  | 'conflict'
  | 'three-point'
  | 'ask-limit'
  | 'leaves'
  | 'wrong-axis'
  /** A reading it rests on does not belong to its map. */
  | 'outlier'
  /** The comparator was not put back into its setting yet. */
  | 'zero-open'
  /** A shop rule and the sheet leave no range between them. */
  | 'contradiction'
  /** A mark whose depth nobody knows. */
  | 'finding'
  /** Taken on a part that may still have been warm. */
  | 'warm'
  /** Its limit hangs on a reading that is not there. */
  | 'needs-bore';

export type Caveat =
  | 'two-directions'
  | 'unchecked'
  | 'overdue'
  | 'raised'
  | 'kept-repeat'
  | 'override'
  | 'leaves'
  | 'bridged'
  /** Read where the gauge does not reach. */
  | 'out-of-reach'
  /** It rests on something a file brought in. */
  | 'imported';

/** One line of the working behind a figure. */
export type WorkingLine =
  /** `at` is the depth it was found at, nm. */
  | { readonly kind: 'length'; readonly label: string; readonly value: number; readonly at?: number }
  /** A figure without a limit of its own, with its 95 % interval where the whole map was propagated. */
  | {
      readonly kind: 'interval';
      readonly label: string;
      readonly value: number;
      readonly low: number | null;
      readonly high: number | null;
    }
  | { readonly kind: 'angle'; readonly label: string; readonly value: number; readonly at?: number }
  | { readonly kind: 'text'; readonly label: string; readonly text: string; readonly at?: number };

/** What a line of the working is called, its depth in the reader's unit. */
export const workingLabel = (line: WorkingLine, unit: LengthUnit): string =>
  'at' in line && line.at !== undefined ? `${line.label} at ${depthText(line.at, unit)}` : line.label;

/** What a figure is of. */
export type Subject =
  | { readonly of: 'cylinder' | 'journal' | 'rod' | 'valve' | 'bolt' | 'shaft' | 'ring'; readonly at: number }
  /** A thing of one of the engine's parts, named as its sheet names it. */
  | { readonly of: 'part'; readonly part: string; readonly thing: string; readonly name: string }
  | { readonly of: 'engine' };

/** The part a figure is of; null for anything else. */
export const partOf = (figure: Pick<Figure, 'subject'>): string | null =>
  figure.subject.of === 'part' ? figure.subject.part : null;

/** Index of the cylinder a figure is of; null for anything else. */
export const cylinderOf = (figure: Pick<Figure, 'subject'>): number | null =>
  figure.subject.of === 'cylinder' ? figure.subject.at : null;

export const ofCylinder = (at: number): Subject => ({ of: 'cylinder', at });

export const subjectKey = (s: Subject): string =>
  s.of === 'engine'
    ? 'engine'
    : s.of === 'part'
      ? s.thing
      : s.of === 'cylinder'
        ? String(s.at)
        : `${s.of}-${s.at}`;

/** One figure held against what governs it: of any dimension, on any subject. */
export interface Figure {
  /** Stable within a job: `0:bore:max`. */
  readonly key: string;
  readonly subject: Subject;
  /** What its values are kept in. */
  readonly dimension: Dimension;
  readonly feature: FeatureKey | 'finding';
  readonly side: 'max' | 'min';
  readonly title: string;
  /** In the base unit of its dimension: nm, kPa, degrees, a share; null while unread. */
  readonly value: number | null;
  /** Standard uncertainty, in the same. */
  readonly u: number | null;
  /** Probability that the limit is kept. */
  readonly p: number | null;
  /** How often a part exactly at the limit would read as far out; null where nothing is held against one. */
  readonly tail: number | null;
  /** What was found on the wall, where that is the verdict. */
  readonly finding: FindingEntry | null;
  /** 95 % interval from the propagation of the whole map, in the same; null while it is not worked or not a map. */
  readonly interval: { readonly low: number; readonly high: number } | null;
  /** A quick figure stands until the whole map is propagated. */
  readonly provisional: boolean;
  /** Ends of a bracket found with leaves, nm; the value is then its middle and never shown alone. */
  readonly bracket: { readonly low: number | null; readonly high: number | null } | null;
  readonly state: VerdictState;
  readonly because: Because | null;
  readonly consequence: Consequence;
  /** Limit held against, in the same, with the sheet it comes from. */
  readonly limitAt: number | null;
  readonly limit: Limit | null;
  readonly governing: Governing;
  /** Range for new parts, for the strip; and what is said against it where no service limit is on file. */
  readonly band: { readonly low: number | null; readonly high: number | null };
  readonly caveats: readonly Caveat[];
  /** What each suitable gauge of the shop could say about this figure. */
  readonly outlook: readonly GaugeOutlook[];
  readonly working: readonly WorkingLine[];
  readonly budget: readonly { readonly kind: ComponentKind; readonly u: number }[];
  /** Coarsest step among the readings used, in the same. */
  readonly step: number;
  /** How many of the planned places behind it are read. */
  readonly progress: { readonly read: number; readonly planned: number };
  /** Gauges used, the least certain first. */
  readonly gauges: readonly string[];
  /** Depth at which it was found, nm. */
  readonly depth: number | null;
  /** Its own room says what settles it, and offers it. */
  readonly ownWay: boolean;
  /** What was found on a part, where that is the verdict, and what to do about it. */
  readonly found?: { readonly text: string; readonly todo: string };
}

export const consequenceOf = (feature: FeatureKey, side: 'max' | 'min'): Consequence => {
  const info = featureInfo(feature);
  return side === 'max' ? info.over : info.under;
};

/** The half of a limit an item is held against. */
export const limitFigure = (limit: Limit, side: 'max' | 'min'): number | null =>
  side === 'max' ? limit.high : limit.low;
