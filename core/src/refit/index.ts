export * from './checks.js';
export * from './firstStart.js';
export * from './leakProof.js';
export * from './refitEntries.js';
export * from './room.js';
