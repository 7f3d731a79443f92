import type { Permission } from './roles.js';

/** An entry as far as its act goes. */
interface Act {
  readonly kind: string;
  readonly what?: unknown;
  readonly firm?: unknown;
  readonly price?: unknown;
}

/**
 * Kinds of entry that order something, cost something or speak for somebody else, and what is needed for that; every
 * other kind is measured, seen or done by hand.
 */
const ACTS: Readonly<Record<string, (entry: Act) => Permission>> = {
  ticket: () => 'decide',
  // Whoever unpacks what came back says so; all else is between the shop and the firm.
  'ticket-news': ({ what, firm, price }) =>
    what === 'back' && firm !== true && (price ?? null) === null ? 'measure' : 'decide',
};

/** What somebody has to be allowed to write an entry, whichever way it comes. */
export const permissionFor = (entry: Act): Permission => ACTS[entry.kind]?.(entry) ?? 'measure';

/** Whether an entry says that a firm itself has spoken: only its line writes that. */
export const speaksAsFirm = (entry: Act): boolean => entry.kind === 'ticket-news' && entry.firm === true;
