export * from './clock.js';
export * from './filing.js';
export * from './leafToGo.js';
