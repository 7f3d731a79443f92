export * from './shimmed.js';
export * from './room.js';
