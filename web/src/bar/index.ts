export { ReadingFace } from './ReadingFace.js';
export { ReadingBar } from './ReadingBar.js';
export { useBarKeys } from './entryKeys.js';
export { rememberedGauge } from './gaugeFor.js';
export { listedPlaces, underItsMap } from './places.js';
export { useBar, type Bar, type OwnWalk } from './useBar.js';
export { SPACE_ANSWERS_NOTHING, useFootKeys } from './useFootKeys.js';
export { KeysSheet, NoteSheet } from './NoteSheets.js';
export { setTypedOn } from './typing.js';
