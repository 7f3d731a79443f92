export { discard, onAnswered, post, sendFor, useOutbox, type Waiting } from './outbox.js';
export { logEntryOf } from './logEntryOf.js';
