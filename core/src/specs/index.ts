export * from './engine.js';
export * from './entryGuards.js';
export * from './feature.js';
export * from './govern.js';
export * from './limit.js';
export * from './material.js';
export * from './ports.js';
export * from './state.js';
