import { lazy } from 'react';

export { CrankChip } from './CrankChip.js';
/** Loaded where it is shown: what every job page needs of the strip is its chip alone. */
export const BackPanel = lazy(async () => ({ default: (await import('./BackPanel.js')).BackPanel }));
