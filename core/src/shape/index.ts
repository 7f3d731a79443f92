export * from './calendar.js';
export * from './fields.js';
export * from './parts.js';
export * from './shape.js';
export * from './withDefs.js';
