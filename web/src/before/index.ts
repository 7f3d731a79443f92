export { LeakAfter, LeakBar } from './LeakAfter.js';
export { useLeakAfter } from './useLeakAfter.js';
