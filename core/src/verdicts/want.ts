import { fittedPiston, type JobFile } from '../job/index.js';
import { FEATURES, type FeatureKey } from '../specs/index.js';
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
  readonly like: string;
  /** Whose figures they would be: the maker of the engine, or of what is fitted. */
  readonly party: string;
  /** Work waits for it here; else it goes without. */
  readonly needed: boolean;
}

const LIKE: Readonly<Record<string, string>> = {
  length: '0.02-0.05 (0.10)',
  pressure: '9.5-11.5 bar (8.0)',
  'pressure-rate': 'max 0.03 bar/min',
  share: 'max 15 %',
  factor: '0.0042',
  angle: '20-24°',
};
const LIKE_OF: Readonly<Record<string, string>> = {
  bore: '77.000-77.012, limit 77.105',
  'bore.out-of-round': 'max 0.01 (0.05)',
  'bore.taper': 'max 0.01 (0.05)',
  clearance: '0.035-0.055 (0.120)',
};

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
    return {
      key: `limit:${feature}`,
      noun: begins,
      asks: `${name}: no limit is on file. How does the page give it?`,
      begins,
      like: `${begins} ${LIKE_OF[feature] ?? LIKE[dimension] ?? '1.0-1.2'}`,
      party: partyOf(file, feature),
      needed: false,
    };
  });
}
