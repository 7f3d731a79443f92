export * from './money.js';
