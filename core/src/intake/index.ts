export * from './conditions.js';
export * from './likely.js';
export * from './ownHistory.js';
