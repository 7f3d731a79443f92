export * from './arrival.js';
export * from './entryKind.js';
export * from './fields.js';
export * from './ledger.js';
export * from './note.js';
export * from './placeKind.js';
export * from './takeBack.js';
