export * from './clearance.js';
export * from './targetBore.js';
