export { Asked } from './Asked.js';
export { CopyPageSheet } from './CopyPageSheet.js';
