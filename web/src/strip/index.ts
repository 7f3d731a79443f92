import { lazy } from 'react';

export { OpenCrankBand } from './OpenCrankBand.js';
/** Loaded where it is shown: what every job page needs of the strip is its band alone. */
export const BackPanel = lazy(async () => ({ default: (await import('./BackPanel.js')).BackPanel }));
