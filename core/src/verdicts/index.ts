export * from './figure.js';
export * from './figureSpread.js';
export * from './figureTitle.js';
export * from './judgeValue.js';
export * from './room.js';
export * from './verdictSection.js';
export * from './verdictSentence.js';
export * from './words.js';
