export { discard, onAnswered, post, sendFor, useOutbox, type Waiting } from './outbox.js';
export { pendingEntries } from './logEntryOf.js';
