import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sequelize } from 'sequelize-typescript';
import { ProblemError } from '../kit/problems.js';

const TRIES = 20;
const SECONDS = 60;

/** How often one address may try to sign in from one place, counted in the database for all servers together. */
@Injectable()
export class SignInLimit {
  private readonly limiter: RateLimiterPostgres;

  constructor(@InjectConnection() sequelize: Sequelize) {
    this.limiter = new RateLimiterPostgres({
      storeClient: sequelize,
      storeType: 'sequelize',
      tableName: 'rate_limits',
      tableCreated: true,
      keyPrefix: 'sign-in',
      points: TRIES,
      duration: SECONDS,
    });
  }

  /** @throws ProblemError 429 when there were too many tries within a minute */
  async take(email: string, from: string): Promise<void> {
    try {
      await this.limiter.consume(`${email.toLowerCase()} ${from}`);
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      throw new ProblemError(
        429,
        'too-many-tries',
        `Too many tries to sign in. Wait ${Math.ceil(error.msBeforeNext / 1000)} seconds.`,
      );
    }
  }
}
