export { GaugesBefore } from './GaugesBefore.js';
