export * from './hiddenBore.js';
export * from './hiddenJob.js';
export * from './hiddenRing.js';
