export * from './compressionRatio.js';
export * from './crankGeometry.js';
export * from './gasketStack.js';
export * from './room.js';
export * from './sheets.js';
