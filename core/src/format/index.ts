export * from './shape.js';
export * from './jobFileShape.js';
export * from './migrate.js';
