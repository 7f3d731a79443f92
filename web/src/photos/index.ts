export { EntryPhotos } from './EntryPhotos.js';
export { Pictures, usePhotos } from './Pictures.js';
export { PhotoPicker, tappedAt, usePictures } from './PhotoPicker.js';
export { StationPhotos } from './StationPhotos.js';
export { PicturesOf } from './PicturesOf.js';
export { PhotoStrip } from './PhotoStrip.js';
export { TakingSays } from './TakeButtons.js';
export { useTaking } from './useTaking.js';
