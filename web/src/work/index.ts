export { WorkSheet } from './WorkSheet.js';
