import { fact } from './fact.js';
import { jobKind } from './jobKind.js';
import { topLeftOn } from './topLeftOn.js';

/** Whether bores and pistons are read and judged in this job: not with the top left on, nor where rings alone are sized. */
export const wallsAsked = fact(
  'walls asked',
  (file): boolean => !topLeftOn(file) && jobKind(file) !== 'ring-set',
);
