export * from './chooseShells.js';
export * from './clearances.js';
export * from './entries.js';
export * from './measures.js';
export * from './room.js';
export * from './sheets.js';
export * from './shellAdvice.js';
