export { EntryPhotos } from './EntryPhotos.js';
export { usePhotos } from './Pictures.js';
export { PhotoStrip } from './PhotoStrip.js';
