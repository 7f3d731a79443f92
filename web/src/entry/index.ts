export { answersOf, EntryForm } from './EntryForm.js';
export { EntrySheet } from './EntrySheet.js';
export { Kept } from './Kept.js';
export type { EntryDraft } from './useEntryDraft.js';
