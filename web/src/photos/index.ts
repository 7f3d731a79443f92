export { PhotoStrip } from './PhotoStrip.js';
