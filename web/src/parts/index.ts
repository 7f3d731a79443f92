export { PartsToGet } from './PartsToGet.js';
