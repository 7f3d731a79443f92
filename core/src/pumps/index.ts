export * from './room.js';
