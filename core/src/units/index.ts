export * from './dimension.js';
export * from './formatLength.js';
export * from './nanometres.js';
export * from './parseFigure.js';
export * from './parseReading.js';
