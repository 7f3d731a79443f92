export { fact, ofLog } from './fact.js';
export { follows, storeOf } from './store.js';
export { frameOf } from './view.js';
export { watch, type Watched } from './watch.js';
export type { Key, Whole } from './source.js';
