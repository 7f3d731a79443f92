export { JobsModule } from './jobs.module.js';
export { JobsService } from './jobs.service.js';
export { JobFiles } from './jobFiles.service.js';
export { SummariesService } from './summaries.service.js';
export { LIST_ROWS } from './lists.service.js';
