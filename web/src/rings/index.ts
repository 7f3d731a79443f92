import { lazy } from 'react';

export { AdoptRings } from './AdoptRings.js';
export { RingRow } from './RingRow.js';
export { RingClock } from './RingClock.js';

/** Sheets come when they are opened. */
export const CardSheet = lazy(async () => ({ default: (await import('./CardSheet.js')).CardSheet }));
export const LabelSheet = lazy(async () => ({ default: (await import('./LabelSheet.js')).LabelSheet }));
export const WarmGapSheet = lazy(async () => ({ default: (await import('./WarmGapSheet.js')).WarmGapSheet }));
