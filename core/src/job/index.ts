export * from './benchOf.js';
export * from './fitted.js';
export * from './jobFile.js';
