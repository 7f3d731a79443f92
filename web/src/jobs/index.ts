export { EditJobSheet } from './EditJobSheet.js';
