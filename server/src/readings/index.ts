export { LogService, type LogContext } from './log.service.js';
export { ReadingsModule } from './readings.module.js';
export { renamedDecision, renamedEntry } from './renamed.js';
