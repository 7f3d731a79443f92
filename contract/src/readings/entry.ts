import { bodyMisfits, type Misfit, type SentEntry } from '@tribos/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  registerDecorator,
  type ValidationOptions,
} from 'class-validator';
import { CLIENT_ID, UTC_TIME } from '../kit/rules.js';

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
export const entryTroubles = (entries: unknown): Misfit[] =>
  Array.isArray(entries)
    ? entries.flatMap((entry, i) => troubles(entry).map((m) => ({ ...m, path: `/${i}${m.path}` })))
    : [];

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
  @ArrayMaxSize(200)
  @AreEntries()
  entries!: SentEntry[];
}
