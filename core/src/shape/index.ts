export * from './calendar.js';
export * from './shape.js';
export * from './withDefs.js';
