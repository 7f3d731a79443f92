export * from './air.js';
export * from './beforeEntries.js';
export * from './room.js';
export * from './seen.js';
export * from './verdicts.js';
