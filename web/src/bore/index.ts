export { WallMap } from './WallMap.js';
export { usePropagate, useSpreads, useWorking } from './usePropagation.js';
