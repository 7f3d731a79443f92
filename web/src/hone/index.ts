export { HoneSheet } from './HoneSheet.js';
