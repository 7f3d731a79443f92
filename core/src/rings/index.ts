export * from './filing.js';
export * from './leafToGo.js';
