export * from './normal.js';
export * from './studentT.js';
export * from './expectNormal.js';
export * from './median.js';
