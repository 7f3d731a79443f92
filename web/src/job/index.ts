export { newEntry } from './entry.js';
export { logEntryOf } from './logEntryOf.js';
export { nextHere } from './nextHere.js';
export { refusedBy } from './refusedBy.js';
export { useJob, useJobContext, type JobContext } from './useJob.js';
export { useSend } from './useSend.js';
export { useStationId } from './useStationId.js';
export { HousePanels, Panels, type PanelEntry, type PanelProps } from './Panels.js';
