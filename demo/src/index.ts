export * from './shop.js';
export * from './firms.js';
export * from './engines/index.js';
export * from './jobs/index.js';
export * from './studies.js';
export { LogBook } from './jobs/build.js';
export { demoFile } from './jobs/jobFile.js';
