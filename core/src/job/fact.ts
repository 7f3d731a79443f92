import { fact as factOf, type Key } from '../facts/index.js';
import type { JobFile } from './jobFile.js';

/** A fact of a job. */
export const fact = <T, K extends Key = void>(
  name: string,
  work: (file: JobFile, key: K) => T,
): ((file: JobFile, key: K) => T) => factOf(name, work);
