export { FirmPicture } from './FirmPicture.js';
