import { bodyMisfits, type Misfit, type SentEntry } from '@tribos/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  registerDecorator,
  type ValidationOptions,
} from 'class-validator';
import { CLIENT_ID, UTC_TIME } from '../kit/rules.js';

/** Entries that go up together. */
const MOST_ENTRIES_SENT = 200;
/** Nobody reads more of what is wrong at once. */
const ENOUGH = 20;
/** A list is looked at once, however often its rule is asked. */
const looked = new WeakMap<readonly unknown[], Misfit[]>();

const troubles = (entry: unknown): Misfit[] => {
  const found = bodyMisfits(entry);
  if (found.length > 0) return found;
  const { id, at } = entry as SentEntry;
  if (!CLIENT_ID.test(id)) return [{ path: '/id', sentence: 'must be a UUIDv7' }];
  if (!UTC_TIME.test(at)) return [{ path: '/at', sentence: 'must be an ISO time in UTC' }];
  return JSON.stringify(entry).includes('\\u0000')
    ? [{ path: '', sentence: 'holds a character that cannot be kept' }]
    : [];
};

/**
 * What is wrong with a list of entries, each by the one description its kind has in the core.
 * @returns places from the list on, `/0/station/depth`, each with its sentence
 */
export function entryTroubles(entries: unknown): Misfit[] {
  if (!Array.isArray(entries)) return [];
  const before = looked.get(entries);
  if (before) return before;
  const found: Misfit[] = [];
  for (const [i, entry] of entries.slice(0, MOST_ENTRIES_SENT).entries()) {
    found.push(...troubles(entry).map((m) => ({ ...m, path: `/${i}${m.path}` })));
    if (found.length >= ENOUGH) break;
  }
  looked.set(entries, found);
  return found;
}

/** Entries of any kind of the house, checked by the core's descriptions of them. */
export const AreEntries =
  (options?: ValidationOptions): PropertyDecorator =>
  (target, propertyName) =>
    registerDecorator({
      name: 'areEntries',
      target: target.constructor,
      propertyName: propertyName as string,
      ...(options ? { options } : {}),
      validator: {
        validate: (value: unknown) => entryTroubles(value).length === 0,
        defaultMessage: (args) => {
          const first = entryTroubles(args?.value)[0];
          return first ? `entries${first.path} ${first.sentence}` : 'entries are not understood';
        },
      },
    });

/** Entries to append, in order. Sending the same ids again changes nothing. */
export class AppendLog {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_ENTRIES_SENT)
  @AreEntries()
  entries!: SentEntry[];
}
