import { fact as factOf, watch as watched, type Key, type Watched } from '../facts/index.js';
import type { JobFile } from './jobFile.js';

/** A fact of a job. */
export const fact = <T, K extends Key = void>(
  name: string,
  work: (file: JobFile, key: K) => T,
): ((file: JobFile, key: K) => T) => factOf(name, work);

/** Looks at a job as a fact does, to be told afterwards whether what was looked at still says the same. */
export const watch = (file: JobFile): Watched<JobFile> => watched(file);
