export { ThingsPanel } from './ThingsPanel.js';
