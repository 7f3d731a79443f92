export { newEntry } from './entry.js';
export { useJob, useJobContext, type JobContext } from './useJob.js';
