import { fittedPiston, type JobFile } from '../job/index.js';
import { FEATURES, type FeatureKey } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Figure } from './figure.js';

/**
 * Something of an engine's sheet that is not on file and is wanted where the work is: asked there, in one line as a page
 * prints it, and the work goes on.
 */
export interface Want {
  /** One of its kind in a job. */
  readonly key: string;
  /** What is missing, as it stands in a list of such. */
  readonly noun: string;
  readonly asks: string;
  /** How its line begins: stands there to be typed on. */
  readonly begins: string;
  /** Such a line, as a page prints it; of no engine on file. */
  readonly like: PrintedLine;
  /** Whose figures they would be: the maker of the engine, or of what is fitted. */
  readonly party: string;
  /** Work waits for it here; else it goes without. */
  readonly needed: boolean;
}

/** A line as a page in millimetres prints it, and one in inches; one text where it is the same in both. */
export type PrintedLine = string | Readonly<Record<LengthUnit, string>>;

/** A printed line as a page in a unit has it. */
export const printedIn = (line: PrintedLine, unit: LengthUnit): string =>
  typeof line === 'string' ? line : line[unit];

const LIKE: Readonly<Record<string, PrintedLine>> = {
  length: { mm: '0.02-0.05 (0.10)', in: '.0008-.0020 (.0040)' },
  pressure: '9.5-11.5 bar (8.0)',
  'pressure-rate': 'max 0.03 bar/min',
  share: 'max 15 %',
  factor: '0.0042',
  angle: '20-24°',
};
const SHAPE: PrintedLine = { mm: 'max 0.01 (0.05)', in: 'max .0004 (.0020)' };
const LIKE_OF: Readonly<Record<string, PrintedLine>> = {
  bore: { mm: '77.000-77.012, limit 77.105', in: '3.0315-3.0320, limit 3.0356' },
  'bore.out-of-round': SHAPE,
  'bore.taper': SHAPE,
  clearance: { mm: '0.035-0.055 (0.120)', in: '.0014-.0022 (.0047)' },
};
const USUAL_LIKE: PrintedLine = { mm: '1.0-1.2', in: '.040-.047' };

/** Whose limits hold for a feature as the engine is fitted: of the piston's maker, of the rings', else of the engine's. */
function partyOf(file: JobFile, feature: FeatureKey): string {
  const { job, engine } = file;
  const { governedBy } = FEATURES[feature];
  if (governedBy === 'engine') return engine.maker;
  const piston = fittedPiston(file, 0).kit?.maker ?? job.fitted.piston;
  return (governedBy === 'ring' ? job.fitted.ring : null) ?? piston ?? engine.maker;
}

/** Limits nobody has put on file for what is judged here, one for each feature. */
export function limitWants(
  figures: readonly Pick<Figure, 'feature' | 'state'>[],
  file: JobFile,
): readonly Want[] {
  const missing = figures.flatMap((f) =>
    f.state === 'noLimit' && f.feature !== 'finding' ? [f.feature] : [],
  );
  return [...new Set(missing)].map((feature) => {
    const { name, dimension } = FEATURES[feature];
    const begins = name.toLowerCase();
    const like = LIKE_OF[feature] ?? LIKE[dimension] ?? USUAL_LIKE;
    return {
      key: `limit:${feature}`,
      noun: begins,
      asks: `${name}: no limit is on file. How does the page give it?`,
      begins,
      like: {
        mm: `${begins} ${printedIn(like, 'mm')}`,
        in: `${begins} ${printedIn(like, 'in')}`,
      },
      party: partyOf(file, feature),
      needed: false,
    };
  });
}
