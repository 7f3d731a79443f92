export * from './benchOf.js';
export * from './derived.js';
export * from './fitted.js';
export * from './importerOf.js';
export * from './jobFile.js';
export * from './partState.js';
export * from './places.js';
export * from './topLeftOn.js';
