export * from './station.js';
export * from './plan.js';
export * from './log.js';
export * from './slips.js';
export * from './outliers.js';
export * from './stationEstimate.js';
export * from './reopens.js';
export * from './newEntry.js';
