export { pressed } from './screen.js';
