export { BeginTimer } from './BeginTimer.js';
export { chime } from './chime.js';
export { TimersLine } from './TimersLine.js';
