export * from './shape.js';
export * from './unseen.js';
export * from './taper.js';
export * from './survey.js';
export * from './wearMap.js';
export * from './mapProblem.js';
export { mapKey } from './canonical.js';
export * from './propagate.js';
export * from './tail.js';
