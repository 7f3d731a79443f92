export * from './pattern.js';
export * from './room.js';
export * from './run.js';
export * from './torqueEntries.js';
export * from './torqueSheet.js';
export * from './wrench.js';
