export { OutRows } from './OutRows.js';
