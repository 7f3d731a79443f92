export * from './crossHatch.js';
