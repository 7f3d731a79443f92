export * from './formatLength.js';
export * from './nanometres.js';
export * from './parseReading.js';
export * from './quantities.js';
