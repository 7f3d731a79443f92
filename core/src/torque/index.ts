export * from './pattern.js';
export * from './wrench.js';
