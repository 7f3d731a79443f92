export { fact, ofLog } from './fact.js';
export { follows, storeOf } from './store.js';
export { frameOf } from './view.js';
export type { Key, Whole } from './source.js';
