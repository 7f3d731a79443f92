export * from './material.js';
export * from './feature.js';
export * from './limit.js';
export * from './engine.js';
export * from './govern.js';
export * from './state.js';
export * from './entryGuards.js';
