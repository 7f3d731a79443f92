export * from './conditions.js';
export * from './likely.js';
