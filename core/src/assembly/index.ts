export * from './assemblyEntries.js';
export * from './assemblySheet.js';
export * from './general/index.js';
export * from './clearValves.js';
export * from './lists.js';
export * from './proofs.js';
export * from './room.js';
export * from './run.js';
