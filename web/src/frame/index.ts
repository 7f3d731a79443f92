export { Bar, BarPart, BarPress, BarTrouble, LastSaid } from './Bar.js';
export { Glance, type Face } from './Face.js';
export { JobWaits, Next } from './Next.js';
export { RunSheet, type Tick } from './RunSheet.js';
export { JobNotes, StationFrame } from './StationFrame.js';
export { useSwipe } from './useSwipe.js';
