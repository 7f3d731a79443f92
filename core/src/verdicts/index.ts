export * from './judgeValue.js';
export * from './verdictItem.js';
export * from './verdictSentence.js';
export * from './words.js';
