export { crankPanels } from './panels.js';
