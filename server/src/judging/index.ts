export { JudgingModule } from './judging.module.js';
export { JudgingService } from './judging.service.js';
export type { States, Summary } from './judgeTask.js';
