export * from './calendar.js';
export * from './shape.js';
