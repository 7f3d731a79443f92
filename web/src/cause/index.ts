export { CauseSays } from './CauseSays.js';
export { CauseSheet } from './CauseSheet.js';
