import {
  IsInt,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  ValidateIf,
  type ValidationOptions,
} from 'class-validator';
import { isOnCalendar } from '@tribos/core';

type Decorator = PropertyDecorator;

/** An id made by the client for an idempotent write. */
export const CLIENT_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/u;
/** An ISO time in UTC that exists. */
export const UTC_TIME =
  /^20\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,6})?Z$/u;

/** No 31 February. */
const ON_CALENDAR = {
  name: 'isOnCalendar',
  validator: {
    validate: (value: unknown) => typeof value === 'string' && isOnCalendar(value),
    defaultMessage: () => '$property is on no calendar',
  },
};

const all =
  (...decorators: Decorator[]): Decorator =>
  (target, key) =>
    decorators.forEach((d) => d(target, key));

/** A name or short line: 1 to 200 characters, no control characters. */
export const IsName = (): Decorator =>
  all(
    IsString(),
    MaxLength(200),
    Matches(/^[^\p{Cc}]*\S[^\p{Cc}]*$/u, {
      message: '$property needs at least one visible character and no line breaks',
    }),
  );

/** A short line that may be empty. */
export const IsLine = (): Decorator =>
  all(IsString(), MaxLength(200), Matches(/^[^\p{Cc}]*$/u, { message: '$property must be one line' }));

/** Free text up to 2000 characters. */
export const IsProse = (): Decorator =>
  all(
    IsString(),
    MaxLength(2000),
    Matches(/^[^\u0000]*$/u, { message: '$property holds a character that cannot be kept' }),
  );

/** A figure as typed at a gauge: at most 48 characters; what it says is for the parser. */
export const IsTyped = (options: ValidationOptions = {}): Decorator =>
  all(
    IsString(options),
    MaxLength(48, options),
    Matches(/^[^\u0000]*$/u, {
      ...options,
      message: '$property holds a character that cannot be kept',
    }),
  );

/** A length in integer nanometres within a metre. */
export const IsLength = (least = 0): Decorator => all(IsInt(), Min(least), Max(1_000_000_000));

/** A day `YYYY-MM-DD` that exists. */
export const IsDay = (): Decorator =>
  all(
    IsString(),
    Matches(/^(19|20|21)\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/u, {
      message: '$property must be a day YYYY-MM-DD',
    }),
    ValidateBy(ON_CALENDAR),
  );

/** An id made by the client or the server: a UUID of any version. */
export const IsId = (): Decorator =>
  all(
    IsString(),
    Matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/u, {
      message: '$property must be a UUID in lower case',
    }),
  );

/** An id made by the client for an idempotent write: UUIDv7. */
export const IsClientId = (): Decorator =>
  all(IsString(), Matches(CLIENT_ID, { message: '$property must be a UUIDv7' }));

/** An ISO time in UTC, as clocks of the shop write it. */
export const IsTime = (): Decorator =>
  all(
    IsString(),
    Matches(UTC_TIME, { message: '$property must be an ISO time in UTC' }),
    ValidateBy(ON_CALENDAR),
  );

/** The field may be null; when it is not, its other rules hold. */
export const OrNull = (): Decorator => ValidateIf((_, value) => value !== null);
