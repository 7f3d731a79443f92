export * from './hiddenBore.js';
export * from './hiddenJob.js';
