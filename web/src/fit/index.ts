import { lazy } from 'react';

export { PistonMatch } from './PistonMatch.js';

/** Brings the charts with it, so it comes when it is opened. */
export const WarmUpSheet = lazy(async () => ({ default: (await import('./WarmUpSheet.js')).WarmUpSheet }));

export const PistonCheckSheet = lazy(async () => ({
  default: (await import('./PistonCheckSheet.js')).PistonCheckSheet,
}));
