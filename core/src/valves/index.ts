export * from './pistonToValve.js';
export * from './room.js';
export * from './sheets.js';
export * from './shims.js';
