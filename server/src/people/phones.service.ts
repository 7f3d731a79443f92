import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { PhoneCode } from '@tribos/contract';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { hashToken } from '../kit/access.js';
import { ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';

const MINUTES = 5;
const KEEP = `WITH over AS (DELETE FROM phone_links WHERE until < now())
  INSERT INTO phone_links (shop_id, token_hash, person_id, session_id, until) VALUES ($1, $2, $3, $4, $5)`;
/** What a foot-switch is told as: no table, but heard like one. */
export const PRESSES = 'presses';
/** Behind the name of the screen, where the foot stays down. No name of a screen has it. */
const HELD = ':held';

/** A phone is camera and foot-switch of a screen: it makes no further phones and ends nobody's session but its own. */
export function refusePhone(who: Who): void {
  if (who.session?.how === 'code')
    throw new ProblemError(
      403,
      'phone',
      'This phone was let in by a screen. Do that on the screen itself. Nothing was changed.',
    );
}

/** Phones signed in from a screen: camera and foot-switch of whoever is signed in there. */
@Injectable()
export class PhonesService {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly scope: Scope,
  ) {}

  /** A code for the screen: good once, for a few minutes; only its hash is kept. */
  async code(): Promise<PhoneCode> {
    const token = randomBytes(18).toString('base64url');
    const until = new Date(Date.now() + MINUTES * 60_000);
    const { shopId, personId, session } = this.scope.who;
    refusePhone(this.scope.who);
    await this.scope.ask(KEEP, [shopId, hashToken(token), personId, session!.id, until]);
    return { token, until: until.toISOString() };
  }

  /** Takes a code up, once. @throws ProblemError 404 once it is over */
  async take(token: string): Promise<{ shopId: string; personId: string; letInBy: string }> {
    const over = () =>
      new ProblemError(
        404,
        'link-over',
        'This code was used already or ran out. Show another on the screen.',
      );
    const [found] = await this.sequelize.query<{ shop_id: string; person_id: string; session_id: string }>(
      'SELECT * FROM phone_link($1)',
      { bind: [hashToken(token)], type: QueryTypes.SELECT },
    );
    if (!found) throw over();
    const guest: Who = {
      shopId: found.shop_id,
      shopName: '',
      personId: found.person_id,
      name: 'by code',
      role: 'apprentice',
      byPin: true,
    };
    const gone = await this.scope.run(guest, () =>
      this.scope.ask('DELETE FROM phone_links WHERE token_hash = $1 RETURNING person_id', [hashToken(token)]),
    );
    if (gone.length === 0) throw over();
    return { shopId: found.shop_id, personId: found.person_id, letInBy: found.session_id };
  }

  /** The foot-switch: told to the one device that showed the code, in this shop. */
  async press(device: string, held: boolean): Promise<void> {
    await this.sequelize.query(`SELECT pg_notify('tribos', $1)`, {
      bind: [`${this.scope.who.shopId} ${PRESSES} ${device}${held ? HELD : ''}`],
    });
  }
}
