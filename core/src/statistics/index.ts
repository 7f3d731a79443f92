export * from './normal.js';
export * from './studentT.js';
export * from './expectNormal.js';
export * from './median.js';
export * from './xoshiro.js';
export * from './select.js';
export * from './leastAbsolute.js';
