export * from './codes.js';
export * from './conditions.js';
export * from './likely.js';
export * from './ownHistory.js';
export * from './room.js';
