import { text } from '../shape/index.js';
import { entryKind } from './entryKind.js';

/** A word about the job, written at any station. */
export const NOTE = entryKind('note', { text: text() });
