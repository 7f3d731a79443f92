import { also, object, oneOf, pattern, text, that } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, naming, line, version, email } from '../kit/rules.js';
import { ROLES, type Role } from './roles.js';

/** Shorter ones are guessed. */
export const SHORTEST_PASSWORD = 10;

/** A password somebody chooses. */
const newPassword = that(
  text(200),
  (password) => password.length >= SHORTEST_PASSWORD,
  `must have at least ${SHORTEST_PASSWORD} characters`,
);

/** Who somebody is in the shop, and what they sign in with. */
export class Account extends body(
  object({
    name: naming,
    email,
    password: newPassword,
  }),
) {}

export class NewInvitation extends body(
  object({
    id: clientId,
    role: oneOf(...ROLES),
    /** For whom, in the lead's words. */
    note: line,
  }),
) {}

/** The one-time link of an invitation, shown once. */
export interface InvitationLink {
  readonly token: string;
  readonly until: string;
}

export interface InvitationRow {
  readonly id: string;
  readonly role: Role;
  readonly note: string;
  readonly by: string;
  readonly until: string;
  /** Whose password it renews; null for somebody new. */
  readonly person: string | null;
}

/** What somebody who holds the link is told. */
export interface InvitationView {
  readonly shop: string;
  readonly role: Role;
  readonly by: string;
  /** Who has only to choose another password; null for somebody new. */
  readonly person: { readonly name: string; readonly email: string } | null;
}

const token = pattern('^[\\w-]{20,100}$', 'a whole link');

export class Token extends body(
  object({
    token,
  }),
) {}

/** Somebody new takes an invitation up. */
export class Join extends body(
  also(Account.shape, {
    token,
  }),
) {}

/** Another password, by the link a lead gave. */
export class RenewPassword extends body(
  also(Token.shape, {
    password: newPassword,
  }),
) {}

export class ChangePassword extends body(
  object({
    current: text(200),
    password: newPassword,
  }),
) {}

/**
 * A PIN that is guessed first: one digit again and again, a run up or down, a pair or a half said twice, a year of
 * somebody's life.
 */
export function isEasyPin(pin: string): boolean {
  const steps = new Set([...pin].slice(1).map((d, i) => (Number(d) - Number(pin[i]) + 10) % 10));
  const evenRun = steps.size === 1 && [0, 1, 9].includes([...steps][0]!);
  const repeated = /^(\d{2,3})\1+$/u.test(pin);
  const year = /^(?:19[3-9]\d|20[0-3]\d)$/u.test(pin);
  return evenRun || repeated || year || ['2580', '1122', '1221', '147258', '159753'].includes(pin);
}

export class SetPin extends body(
  object({
    password: text(200),
    /** Empty: none from now on. */
    pin: that(
      pattern('^(\\d{4,6})?$', 'four to six digits'),
      (pin) => pin === '' || !isEasyPin(pin),
      'is guessed first: no run, no year, no digit or pair again and again',
    ),
  }),
) {}

/** Somebody else takes the device over. */
export class ChangePerson extends body(
  object({
    personId: anyId,
    pin: pattern('^\\d{4,6}$', 'four to six digits'),
  }),
) {}

export class ChangeRole extends body(
  object({
    version,
    role: oneOf(...ROLES),
  }),
) {}

export class Leave extends body(
  object({
    version,
  }),
) {}

export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly hasPin: boolean;
  /** Day they left; null while they are here. */
  readonly leftOn: string | null;
  readonly version: number;
}

/** Where somebody is signed in. */
export interface SessionRowView {
  readonly id: string;
  readonly device: string;
  readonly since: string;
  readonly until: string;
  readonly byPin: boolean;
  /** The one that asks. */
  readonly own: boolean;
}
