export * from './construction.js';
export * from './cleanup.js';
export * from './recommend.js';
