export { ReportsModule } from './reports.module.js';
