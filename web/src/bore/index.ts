export { WallMap } from './WallMap.js';
