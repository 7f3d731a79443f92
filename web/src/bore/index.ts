export { WallMap } from './WallMap.js';
export { usePropagate, useSpreads } from './usePropagation.js';
