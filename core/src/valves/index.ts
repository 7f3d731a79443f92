export * from './room.js';
export * from './sheets.js';
