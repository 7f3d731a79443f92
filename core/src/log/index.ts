export * from './entries.js';
export * from './entryKind.js';
export * from './fields.js';
export * from './findings.js';
export * from './place.js';
export * from './slipCodes.js';
export * from './standing.js';
export * from './work.js';
