export { ReadingStation } from './ReadingStation.js';
export { readingSheets, type ReadingSheets } from './readingSheets.js';
export { rememberedGauge } from './gaugeFor.js';
export { listedPlaces, underItsMap } from './places.js';
export type { Bar, OwnWalk } from './reading.js';
export { useBar } from './useBar.js';
export { SPACE_ANSWERS_NOTHING, useFootKeys } from './useFootKeys.js';
export { KeysSheet } from './NoteSheets.js';
export { setTypedOn } from './typing.js';
