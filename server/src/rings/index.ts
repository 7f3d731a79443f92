export { RingsModule } from './rings.module.js';
