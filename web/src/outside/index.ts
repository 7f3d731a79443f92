export { FirmPicture } from './FirmPicture.js';
export { LineTrouble } from './LineTrouble.js';
