export { SealsModule } from './seals.module.js';
export { SealsService } from './seals.service.js';
