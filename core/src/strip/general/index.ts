export * from './generalList.js';
export { asks, noted, parts, small, step } from './step.js';
