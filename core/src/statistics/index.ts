export * from './expectNormal.js';
export * from './leastAbsolute.js';
export * from './median.js';
export * from './normal.js';
export * from './select.js';
export * from './studentT.js';
export * from './xoshiro.js';
export * from './groupBy.js';
