export * from './bottomEnd.js';
export * from './cleaning.js';
export * from './debris.js';
export * from './inspected.js';
export * from './inspectEntries.js';
export * from './partKinds.js';
export * from './partList.js';
export * from './room.js';
