export * from './hiddenBore.js';
