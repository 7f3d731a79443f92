import { object, text, that } from '@tribos/core';
import { body } from '../kit/body.js';
import { email } from '../kit/rules.js';
import type { Role } from './roles.js';

export class SignIn extends body(
  object({
    email,
    password: that(text(200), (word) => word !== '', 'must not be empty'),
  }),
) {}

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
