export * from './clearance.js';
export * from './targetBore.js';
export * from './warmUp.js';
export * from './selectiveFit.js';
