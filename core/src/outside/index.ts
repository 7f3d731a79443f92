export * from './learned.js';
export * from './letter.js';
export * from './returns.js';
export * from './room.js';
export * from './ticketDraft.js';
export * from './ticketEntries.js';
export * from './tickets.js';
