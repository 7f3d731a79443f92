export * from './crossHatch.js';
export * from './hatchEntry.js';
export * from './room.js';
