export { LeakTest, type Testing } from './LeakTestPanel.js';
