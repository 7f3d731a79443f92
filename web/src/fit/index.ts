export { PistonMatch } from './PistonMatch.js';
export { WarmUpSheet } from './WarmUpSheet.js';
