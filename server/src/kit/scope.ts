import { AsyncLocalStorage } from 'node:async_hooks';
import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { Sequelize as Base, type Transaction } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import type { Role } from '@tribos/contract';

/** Who is asking, for which shop. */
export interface Who {
  readonly shopId: string;
  readonly shopName: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
}

/** Nobody in particular, who may do nothing. */
const THE_HOUSE: Omit<Who, 'shopId'> = { shopName: '', personId: '', name: 'Tribos', role: 'apprentice' };

const store = new AsyncLocalStorage<Map<string, unknown>>();

// Sequelize takes the transaction of the running request from here, so that no query can forget it.
Base.useCLS({
  get: (key: string) => store.getStore()?.get(key),
  set: (key: string, value: unknown) => store.getStore()?.set(key, value),
  run: (work: (context: object) => unknown) => store.run(new Map(store.getStore() ?? []), () => work({})),
  bind: (work: unknown) => work,
} as never);

/**
 * The one place where work is scoped to a shop: a transaction in which row-level security sees that shop
 * and nothing else. It commits when the work succeeds and leaves nothing behind when it fails.
 */
@Injectable()
export class Scope {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async run<T>(who: Who, work: () => Promise<T>): Promise<T> {
    return this.sequelize.transaction(async (transaction) => {
      await this.sequelize.query(`SELECT set_config('app.shop_id', $1, true)`, { bind: [who.shopId] });
      store.getStore()?.set('who', who);
      store.getStore()?.set('transaction of the scope', transaction);
      const last: (() => Promise<void>)[] = [];
      store.getStore()?.set('last things', last);
      const result = await work();
      for (const thing of last) await thing();
      return result;
    });
  }

  /**
   * The house’s own work for a shop, in a transaction of its own whatever is open around it: it sees nothing
   * that has not committed.
   */
  apart<T>({ shopId }: Pick<Who, 'shopId'>, work: () => Promise<T>): Promise<T> {
    return store.exit(() => this.run({ ...THE_HOUSE, shopId }, work));
  }

  /**
   * Does something in the running transaction as the very last before it commits: what everybody of the shop
   * takes turns at is held for no longer than that, and nothing is waited for while it is held.
   */
  beforeCommit(work: () => Promise<void>): void {
    const last = store.getStore()?.get('last things') as (() => Promise<void>)[] | undefined;
    if (!last) throw new Error('nothing is being committed here');
    last.push(work);
  }

  /** Does something once the running transaction has committed, outside of it; never when it fails. */
  afterCommit(work: () => void): void {
    const transaction = store.getStore()?.get('transaction of the scope') as Transaction | undefined;
    if (!transaction) throw new Error('nothing is being committed here');
    transaction.afterCommit(() => store.exit(work));
  }

  /** Who is asking; only inside `run`. */
  get who(): Who {
    const who = store.getStore()?.get('who') as Who | undefined;
    if (!who) throw new Error('no one is signed in here');
    return who;
  }
}
