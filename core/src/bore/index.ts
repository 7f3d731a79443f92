export * from './shape.js';
export * from './unseen.js';
export * from './taper.js';
export * from './survey.js';
export * from './wearMap.js';
export * from './mapProblem.js';
export * from './propagate.js';
