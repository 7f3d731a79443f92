export { ReportsModule } from './reports.module.js';
export { reportPdf, type Doc, type Paper } from './pdf.js';
