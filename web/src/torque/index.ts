export { TorquePanel } from './TorquePanel.js';
