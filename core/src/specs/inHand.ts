import type { Source } from './limit.js';

/** What stands for a document where a figure was typed from the manual in hand, and no page of it was noted. */
export const IN_HAND = 'the manual in hand';

/** Whether a figure comes from no page on file. @example isInHand({ document: 'the manual in hand' }) // true */
export const isInHand = (source: Pick<Source, 'document'>): boolean => source.document === IN_HAND;
