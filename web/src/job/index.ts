export { newEntry } from './entry.js';
export { discard, post, sendFor, tellAnswered, useOutbox, type Waiting } from './outbox.js';
export { useJob, useJobContext, type JobContext } from './useJob.js';
