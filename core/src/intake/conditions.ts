import { variantFacts, type JobFile } from '../job/index.js';
import { applies, type EngineSpec, type Limit } from '../specs/index.js';

/** What limits of an engine hang on, to be asked once, where the engine comes in. */
export interface AskedConditions {
  /** Whether any hangs on the model year, and between which years it turns. */
  readonly years: readonly number[];
  /** Numbers of the engine at which any turns. */
  readonly serials: readonly string[];
  /** Codes cast or stamped that some hang on. */
  readonly codes: readonly string[];
  /** Uses that some hang on. */
  readonly uses: readonly string[];
}

const sorted = <T extends string | number>(values: readonly (T | undefined)[]): T[] =>
  [...new Set(values.filter((v): v is T => v !== undefined))].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0));

/**
 * What limits of an engine hang on.
 * @example askedConditions({ limits: [] }).codes // []
 */
export function askedConditions({ limits }: Pick<EngineSpec, 'limits'>): AskedConditions {
  const conditions = limits.map((l) => l.conditions);
  return {
    years: sorted(conditions.flatMap((c) => [c.yearFrom, c.yearTo])),
    serials: sorted(conditions.flatMap((c) => [c.serialFrom, c.serialTo])),
    codes: sorted(conditions.map((c) => c.code)),
    uses: sorted(conditions.map((c) => c.use)),
  };
}

/** Limits nobody can tell whether they hold for the engine that came in; what it is built of is said at Top. */
export const hangingLimits = (file: Pick<JobFile, 'engine' | 'job'>): readonly Limit[] =>
  file.engine.limits.filter(
    ({ conditions: { build: _, ...c } }) => applies(c, variantFacts(file)) === 'unknown',
  );
