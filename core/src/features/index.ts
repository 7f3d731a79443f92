export * from './feature.js';
