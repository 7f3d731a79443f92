import { IsEmail, IsString, MaxLength, MinLength } from 'class-validator';
import type { Role } from './roles.js';

export class SignIn {
  @IsEmail({}, { message: 'email must be an email address' })
  @MaxLength(200)
  email!: string;

  @IsString()
  @MinLength(1, { message: 'password must not be empty' })
  @MaxLength(200)
  password!: string;
}

/** Who is signed in. */
export interface SessionView {
  readonly person: { readonly id: string; readonly name: string; readonly role: Role };
  readonly shop: { readonly id: string; readonly name: string };
  /** Changed to by PIN: what needs the password is shut. */
  readonly byPin: boolean;
}

/** Who is signed in; `empty` where nobody is and no shop was founded yet. */
export interface SessionAnswer {
  readonly session: SessionView | null;
  readonly empty: boolean;
}

export interface CustomerView {
  readonly id: string;
  readonly name: string;
  readonly phone: string;
}
