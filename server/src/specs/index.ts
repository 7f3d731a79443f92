export { EnginesService } from './engines.service.js';
export { SpecsModule } from './specs.module.js';
