export { PistonMatch } from './PistonMatch.js';
