export * from './shape.js';
export * from './jobFileShape.js';
