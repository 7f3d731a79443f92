import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sequelize } from 'sequelize-typescript';
import { ProblemError } from '../kit/problems.js';

const MINUTE_S = 60;

/**
 * Tries that may fail. One account from one place; one account from anywhere, so that many places do not help;
 * one place at any account, so that many accounts do not. A device that has signed in to the account before is
 * counted by itself alone: whoever guesses elsewhere cannot lock its owner out.
 */
const LIMITS = {
  pair: { points: 10, duration: 5 * MINUTE_S },
  account: { points: 30, duration: 15 * MINUTE_S },
  place: { points: 60, duration: 15 * MINUTE_S },
  // Known is not trusted: a device that was stolen may guess no faster than a stranger, and not all night.
  device: { points: 10, duration: 5 * MINUTE_S },
  deviceDay: { points: 60, duration: 24 * 60 * MINUTE_S },
  // With a session in hand: a password that has to be proved again, PINs of others.
  inHand: { points: 10, duration: 5 * MINUTE_S },
  inHandDay: { points: 60, duration: 24 * 60 * MINUTE_S },
} as const;
type Limit = keyof typeof LIMITS;

/** A try that was counted; one that succeeds takes that back. */
export interface CountedTry {
  readonly succeeded: () => Promise<void>;
}

/** How often signing in may fail, counted in the database for all servers together. */
@Injectable()
export class SignInLimit {
  private readonly limiters: Readonly<Record<Limit, RateLimiterPostgres>>;

  constructor(@InjectConnection() sequelize: Sequelize) {
    const limiter = (name: Limit) =>
      new RateLimiterPostgres({
        storeClient: sequelize,
        storeType: 'sequelize',
        tableName: 'rate_limits',
        tableCreated: true,
        keyPrefix: `sign-in ${name}`,
        ...LIMITS[name],
      });
    this.limiters = {
      pair: limiter('pair'),
      account: limiter('account'),
      place: limiter('place'),
      device: limiter('device'),
      deviceDay: limiter('deviceDay'),
      inHand: limiter('inHand'),
      inHandDay: limiter('inHandDay'),
    };
  }

  /**
   * Counts a try before it is known how it ends, so that many at once are counted too.
   * @param from   address it comes from
   * @param device what a device is known by that has signed in to this account before; null for any other
   * @throws ProblemError 429 when too many have failed
   */
  async take(email: string, from: string, device: string | null): Promise<CountedTry> {
    const account = email.toLowerCase();
    return this.counted(
      device
        ? [
            ['device', device],
            ['deviceDay', device],
          ]
        : [
            ['pair', `${account} ${from}`],
            ['account', account],
            ['place', from],
          ],
    );
  }

  /**
   * Counts a try of somebody who is signed in already.
   * @param of whose secret, or whose session guesses
   */
  takeInHand(what: 'password' | 'pin', of: string, from: string): Promise<CountedTry> {
    return this.counted([
      ['inHand', `${what} ${of}`],
      ['inHandDay', `${what} ${of}`],
      ['place', from],
    ]);
  }

  private async counted(counted: readonly (readonly [Limit, string])[]): Promise<CountedTry> {
    for (const [name, key] of counted) await this.count(name, key);
    return {
      succeeded: async () => {
        for (const [name, key] of counted) await this.limiters[name].reward(key, 1);
      },
    };
  }

  private async count(name: Limit, key: string): Promise<void> {
    try {
      await this.limiters[name].consume(key);
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      const seconds = Math.ceil(error.msBeforeNext / 1000);
      throw new ProblemError(
        429,
        'too-many-tries',
        name.startsWith('inHand')
          ? `Too many tries. Wait ${seconds} seconds. Nothing was changed.`
          : `Too many tries to sign in. Wait ${seconds} seconds, or sign in on a device that has done so before.`,
        {},
        seconds,
      );
    }
  }
}
