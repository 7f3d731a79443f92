// Made by `npm run schema` of core/rooms.mjs.
export * from './errors.js';
export * from './units/index.js';
export * from './money/index.js';
export * from './shape/index.js';
export * from './features/index.js';
export * from './statistics/index.js';
export * from './specs/index.js';
export * from './gauges/index.js';
export * from './ledger/index.js';
export * from './cylinder/index.js';
export * from './job/index.js';
export * from './verdicts/index.js';
