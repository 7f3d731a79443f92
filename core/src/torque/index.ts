export * from './pattern.js';
export * from './record.js';
export * from './room.js';
export * from './run.js';
export * from './stepText.js';
export * from './torqueEntries.js';
export * from './torqueSheet.js';
export * from './wrench.js';
