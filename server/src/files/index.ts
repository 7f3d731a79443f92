export { FilesModule } from './files.module.js';
export { FilesService, hashOf } from './files.service.js';
