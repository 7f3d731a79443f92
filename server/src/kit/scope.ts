import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { Sequelize as Base } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import type { Role } from '@tribos/contract';
import { Opened } from './opened.js';

/** Who is asking, for which shop. */
export interface Who {
  readonly shopId: string;
  readonly shopName: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  /** Changed to by a short PIN, on a device somebody is signed in on: what needs the password is shut. */
  readonly byPin: boolean;
  /** The session they come with; none where the house itself works. */
  readonly session?: { readonly id: string; readonly how: CameBy };
}

/** How a session was begun: by password, by PIN on a device that was signed in, by the code of a screen. */
export type CameBy = 'password' | 'pin' | 'code';

/** Nobody in particular, who may do nothing. */
const THE_HOUSE: Omit<Who, 'shopId'> = {
  shopName: '',
  personId: '',
  name: 'Tribos',
  role: 'apprentice',
  byPin: false,
};

/** Who a session stands for, as the database says it. */
export interface SessionRow {
  readonly shop_id: string;
  readonly shop_name: string;
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly by_pin: boolean;
  readonly how: CameBy;
  readonly session_id: string;
}

export const whoOf = (row: SessionRow): Who => ({
  shopId: row.shop_id,
  shopName: row.shop_name,
  personId: row.id,
  name: row.name,
  role: row.role,
  byPin: row.by_pin,
  session: { id: row.session_id, how: row.how },
});

const ID = /^[0-9a-f-]{36}$/u;

const names = new Map<string, string>();
/** A name for a prepared question: the same for the same text. */
function nameOf(sql: string): string {
  const known = names.get(sql);
  if (known) return known;
  const made = createHash('sha1').update(sql).digest('base64url');
  names.set(sql, made);
  return made;
}

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

  run<T>(who: Who, work: () => Promise<T>): Promise<T> {
    if (!ID.test(who.shopId)) throw new Error('no shop has such an id');
    return this.within(`SELECT set_config('app.shop_id', '${who.shopId}', true)`, () => who, work);
  }

  /**
   * The same for whoever holds a session, looked up on the way on which the transaction begins.
   * @param session   what it is known by
   * @param admit     throws when they may not
   * @param readsOnly nothing is written: it is answered without waiting for the end of its transaction
   */
  enter<T>(
    session: Buffer,
    admit: (who: Who | null) => Who,
    work: () => Promise<T>,
    readsOnly: boolean,
  ): Promise<T> {
    return this.within<T, SessionRow>(
      `SELECT * FROM enter_shop('\\x${session.toString('hex')}')`,
      (row) => admit(row ? whoOf(row) : null),
      work,
      readsOnly,
    );
  }

  private within<T, Row>(
    first: string,
    whoIs: (row: Row | undefined) => Who,
    work: () => Promise<T>,
    readsOnly = false,
  ): Promise<T> {
    const transaction = new Opened(this.sequelize, first, readsOnly);
    const now = new Map<string, unknown>(store.getStore() ?? []);
    return store.run(now, async () => {
      const [row] = await transaction.open<Row>();
      const last: (() => Promise<void>)[] = [];
      let result: T;
      try {
        now.set('transaction of the scope', transaction);
        now.set('last things', last);
        now.set('who', whoIs(row));
        result = await work();
        for (const thing of last) await thing();
      } catch (error) {
        // What went wrong first is what is told.
        await transaction.rollback().catch(() => undefined);
        throw error;
      }
      const end = transaction.commit();
      // What was only read is answered, however it ends; Sequelize gives up a connection that fails.
      if (readsOnly) end.catch(() => undefined);
      else await end;
      return result;
    });
  }

  /**
   * Asks on the connection of the running transaction, prepared there once: what is asked again and again is not
   * planned again and again.
   * @param sql text that does not change from call to call; what does is bound as $1, $2 …
   */
  async ask<Row>(sql: string, bind: readonly unknown[]): Promise<Row[]> {
    const transaction = store.getStore()?.get('transaction of the scope') as Opened | undefined;
    if (!transaction) throw new Error('nothing is scoped here');
    const question = { name: nameOf(sql), text: sql, values: [...bind] };
    return (await transaction.wire.query(question)).rows as Row[];
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
    const transaction = store.getStore()?.get('transaction of the scope') as Opened | undefined;
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
