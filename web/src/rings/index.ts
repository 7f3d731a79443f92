export { RingRow } from './RingRow.js';
export { RingClock } from './RingClock.js';
export { CardSheet } from './CardSheet.js';
export { LabelSheet } from './LabelSheet.js';
export { WarmGapSheet } from './WarmGapSheet.js';
