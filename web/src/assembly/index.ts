export { AssemblyPanel } from './AssemblyPanel.js';
