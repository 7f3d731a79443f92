export { valvesPanels } from './panels.js';
