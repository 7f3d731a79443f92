export { FindingSheet } from './FindingSheet.js';
