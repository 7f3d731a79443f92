export { LogService } from './log.service.js';
export { ReadingsModule } from './readings.module.js';
export { renamedDecision, renamedEntry } from './renamed.js';
