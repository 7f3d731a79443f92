export * from './room.js';
export * from './sheets.js';
export * from './wants.js';
