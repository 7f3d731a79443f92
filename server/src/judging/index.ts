export { JudgingModule } from './judging.module.js';
export { JudgingService } from './judging.service.js';
export { NOTHING_LEFT } from './judgeTask.js';
export type { States, Summary } from './judgeTask.js';
