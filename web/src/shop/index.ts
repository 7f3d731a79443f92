export { FirstSteps } from './FirstSteps.js';
