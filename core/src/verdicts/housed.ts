import { Unknown } from '../errors.js';
import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Ask, Found } from './room.js';

/** Where a job carries what its house does for its rooms: no text of it has it, every copy does. */
const HOUSE = Symbol('what the house finds');
const WORKED = Symbol('heavy work that is done');

/** What the rooms of a house found in a job, in a reader’s unit. */
export type Finds = (file: JobFile, unit: LengthUnit) => Found;

type Housed = JobFile & { readonly [HOUSE]?: Finds; readonly [WORKED]?: Ask['worked'] };

/** The job as its house judges it. */
export const withFinds = <F extends JobFile>(file: F, finds: Finds): F => ({ ...file, [HOUSE]: finds });

/** The job with what heavy work has found. */
export const withWorked = <F extends JobFile>(file: F, worked: Ask['worked']): F => ({
  ...file,
  [WORKED]: worked,
});

/** By which house a job is judged; undefined for one that is in none. */
export const findsOf = (file: JobFile): Finds | undefined => (file as Housed)[HOUSE];

/**
 * What the rooms found. Whoever finds something does not ask for it.
 * @throws Unknown for a job that is in no house
 */
export function foundOf(file: JobFile, unit: LengthUnit): Found {
  const finds = (file as Housed)[HOUSE];
  if (!finds) throw new Unknown('house of a job', file.job.id);
  return finds(file, unit);
}

/** What a judgement in a reader’s unit is asked with. */
export const askOf = (file: JobFile, unit: LengthUnit): Ask => ({
  unit,
  worked: (heavy, problem) => (file as Housed)[WORKED]?.(heavy, problem) ?? null,
});
