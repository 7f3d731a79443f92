export { JobsModule } from './jobs.module.js';
export { JobsService } from './jobs.service.js';
export { JobFiles } from './jobFiles.service.js';
export { PropagationService } from './propagation.service.js';
