export { BeginTimer } from './BeginTimer.js';
export { Meanwhile } from './Meanwhile.js';
export { chime } from './chime.js';
export { TimersLine } from './TimersLine.js';
