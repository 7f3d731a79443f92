export * from './cleanup.js';
export * from './construction.js';
export * from './decisions.js';
export * from './kitOptions.js';
export * from './kitSentences.js';
export * from './recommend.js';
