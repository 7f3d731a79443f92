export { RecordModule } from './record.module.js';
export { RecordService } from './record.service.js';
