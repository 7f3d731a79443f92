export * from './dimension.js';
export * from './formatLength.js';
export * from './nanometres.js';
export * from './parseReading.js';
