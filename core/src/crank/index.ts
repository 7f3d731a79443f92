export * from './leakEntries.js';
export * from './leakTest.js';
export * from './leakTests.js';
