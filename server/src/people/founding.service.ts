import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { hash } from '@node-rs/argon2';
import type { Found } from '@tribos/contract';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { v7 } from 'uuid';
import { hashToken } from '../kit/access.js';
import { ProblemError } from '../kit/problems.js';

/** The first shop of an empty house. */
@Injectable()
export class FoundingService {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async isEmpty(): Promise<boolean> {
    const [row] = await this.sequelize.query<{ any: boolean }>('SELECT any_shop() AS any', {
      type: QueryTypes.SELECT,
    });
    return !row!.any;
  }

  /**
   * Makes the shop and its first lead, once.
   * @throws ProblemError 422 with a code that was used, ran out, or never was
   */
  async found(body: Found): Promise<{ shopId: string; personId: string }> {
    const [shopId, personId] = [v7(), v7()];
    const [row] = await this.sequelize.query<{ made: boolean }>(
      'SELECT found_shop($1, $2, $3, $4, $5, $6, $7, $8, $9) AS made',
      {
        bind: [
          hashToken(body.code),
          shopId,
          body.shop.trim(),
          body.unit,
          body.currency,
          personId,
          body.name.trim(),
          body.email,
          await hash(body.password),
        ],
        type: QueryTypes.SELECT,
      },
    );
    if (!row!.made)
      throw new ProblemError(
        422,
        'code',
        'This address was used already or ran out. Start Tribos again: it prints another one.',
        { errors: [{ path: '/code', sentence: 'was used already or ran out' }] },
      );
    return { shopId, personId };
  }
}
