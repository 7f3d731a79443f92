export { JobsModule } from './jobs.module.js';
export { JobsService } from './jobs.service.js';
