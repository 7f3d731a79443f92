export { BeginTimer } from './BeginTimer.js';
export { TimersLine } from './TimersLine.js';
export { leftText } from './useTimers.js';
