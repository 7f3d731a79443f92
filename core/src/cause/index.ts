export * from './cause.js';
export * from './causes.js';
export * from './facts.js';
export * from './room.js';
