export { CameInSheet } from './CameInSheet.js';
export { LastWork } from './LastWork.js';
export { WorkHere } from './WorkHere.js';
export { WorkSheet } from './WorkSheet.js';
