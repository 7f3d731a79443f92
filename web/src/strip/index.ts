export { OpenCrankBand } from './OpenCrankBand.js';
