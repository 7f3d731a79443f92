export * from './extremes.js';
export * from './figures.js';
export * from './measurand.js';
export * from './plan.js';
export * from './rooms.js';
export * from './byPart.js';
export * from './one.js';
export * from './leafToTry.js';
