export * from './instrument.js';
export * from './estimate.js';
export * from './temperature.js';
export * from './readingEstimate.js';
export * from './verdict.js';
export * from './whichDecides.js';
