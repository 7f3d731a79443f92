export { bearingsPanels } from './panels.js';
