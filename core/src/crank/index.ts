export * from './leakEntries.js';
export * from './leakTest.js';
export * from './leakTests.js';
export { CRANK_MEASURES, rods } from './measures.js';
export { crank } from './room.js';
export { CRANK_SHEET, crankOf } from './sheets.js';
