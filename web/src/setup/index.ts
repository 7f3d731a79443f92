export { SetupPanel } from './SetupPanel.js';
