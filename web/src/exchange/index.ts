export { ImportButton } from './ImportButton.js';
