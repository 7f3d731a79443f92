export { LeakTest } from './LeakTestPanel.js';
export { SpotFigureBar } from './SpotFigureBar.js';
export { useLeakSpots, type Testing as LeakTesting } from './useLeakSpots.js';
export { useSpotBar } from './useSpotBar.js';
