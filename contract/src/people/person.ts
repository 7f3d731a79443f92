import {
  IsEmail,
  IsIn,
  IsInt,
  IsString,
  Matches,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
} from 'class-validator';
import { IsClientId, IsId, IsLine, IsName } from '../kit/rules.js';
import { ROLES, type Role } from './roles.js';

/** Shorter ones are guessed. */
export const SHORTEST_PASSWORD = 10;

/** Who somebody is in the shop, and what they sign in with. */
export class Account {
  @IsName()
  name!: string;

  @IsEmail({}, { message: 'email must be an email address' })
  @MaxLength(200)
  email!: string;

  @IsString()
  @MinLength(SHORTEST_PASSWORD, { message: `password must have at least ${SHORTEST_PASSWORD} characters` })
  @MaxLength(200)
  password!: string;
}

export class NewInvitation {
  @IsClientId()
  id!: string;

  @IsIn(ROLES)
  role!: Role;

  /** For whom, in the lead's words. */
  @IsLine()
  note!: string;
}

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

const TOKEN = /^[\w-]{20,100}$/u;

export class Token {
  @IsString()
  @Matches(TOKEN, { message: 'the link is not whole' })
  token!: string;
}

/** Somebody new takes an invitation up. */
export class Join extends Account {
  @IsString()
  @Matches(TOKEN, { message: 'the link is not whole' })
  token!: string;
}

/** Another password, by the link a lead gave. */
export class RenewPassword extends Token {
  @IsString()
  @MinLength(SHORTEST_PASSWORD, { message: `password must have at least ${SHORTEST_PASSWORD} characters` })
  @MaxLength(200)
  password!: string;
}

export class ChangePassword {
  @IsString()
  @MaxLength(200)
  current!: string;

  @IsString()
  @MinLength(SHORTEST_PASSWORD, { message: `password must have at least ${SHORTEST_PASSWORD} characters` })
  @MaxLength(200)
  password!: string;
}

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

export class SetPin {
  @IsString()
  @MaxLength(200)
  password!: string;

  @IsString()
  @Matches(/^(\d{4,6})?$/u, { message: 'a PIN has four to six digits' })
  @ValidateBy({
    name: 'isNoEasyPin',
    validator: {
      validate: (pin: unknown) => typeof pin !== 'string' || pin === '' || !isEasyPin(pin),
      defaultMessage: () => 'this PIN is guessed first: no run, no year, no digit or pair again and again',
    },
  })
  pin!: string;
}

/** Somebody else takes the device over. */
export class ChangePerson {
  @IsId()
  personId!: string;

  @IsString()
  @Matches(/^\d{4,6}$/u, { message: 'a PIN has four to six digits' })
  pin!: string;
}

export class ChangeRole {
  @IsInt()
  @Min(1)
  version!: number;

  @IsIn(ROLES)
  role!: Role;
}

export class Leave {
  @IsInt()
  @Min(1)
  version!: number;
}

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
