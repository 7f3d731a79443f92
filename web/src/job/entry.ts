import type { AnyEntry, EntryKind } from '@tribos/core/ground';
import { v7 } from 'uuid';

/**
 * A new entry of one kind as it is sent: the one way to make one.
 * @param fields what its kind says a screen sends, besides id, time and kind
 */
export const newEntry = <E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
  kind: EntryKind<E, B>,
  fields: Omit<B, 'id' | 'at' | 'kind'>,
) => ({ ...fields, id: v7(), at: new Date().toISOString(), kind: kind.kind });
