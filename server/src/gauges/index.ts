export { GaugesModule } from './gauges.module.js';
export { GaugesService } from './gauges.service.js';
export { StudiesService } from './studies.service.js';
