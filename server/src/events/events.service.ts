import { setTimeout } from 'node:timers/promises';
import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import pg from 'pg';
import { SESSION_ENDED } from '../kit/access.js';
import { filter, map, Subject, type Observable } from 'rxjs';

/** Something of a shop changed: which table, and the job, engine or thing it belongs to. */
export interface Change {
  readonly shopId: string;
  readonly table: string;
  readonly id: string;
}

const RETRY_MS = 1_000;
/** Name of the listening connection in the database’s own list. */
const LISTENER = 'tribos listen';

/** Changes of every server on this database, heard from PostgreSQL itself. */
@Injectable()
export class EventsService implements OnModuleInit, OnModuleDestroy {
  private readonly changes = new Subject<Change>();
  /** Says once that the server stops. */
  readonly closing = new Subject<boolean>();
  private client: pg.Client | null = null;
  private closed = false;

  /** Waits for the first attempt only: a database that is away is found later. */
  onModuleInit(): Promise<void> {
    return new Promise((tried) => void this.keepListening(tried));
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    // Streams end here, so that the server does not wait for them.
    this.closing.next(true);
    this.changes.complete();
    await this.client?.end().catch(() => undefined);
  }

  of(shopId: string): Observable<Omit<Change, 'shopId'>> {
    return this.changes.pipe(
      filter((c) => (c.shopId === shopId && c.table !== SESSION_ENDED) || c.table === 'reconnected'),
      map(({ table, id }) => ({ table, id })),
    );
  }

  /** Changes of any of some tables, in whatever shop: for the house’s own work. */
  ofTables(tables: readonly string[]): Observable<Change> {
    return this.changes.pipe(filter((c) => tables.includes(c.table) || c.table === 'reconnected'));
  }

  /** Says once that a session has ended. */
  ends(session: Buffer): Observable<boolean> {
    const id = session.toString('hex');
    return this.changes.pipe(
      filter((c) => c.table === SESSION_ENDED && c.id === id),
      map(() => true),
    );
  }

  /** One listener at a time, for as long as the server stands: the one place where a lost one is replaced. */
  private async keepListening(tried: () => void): Promise<void> {
    while (!this.closed) {
      await this.listenUntilLost(tried).catch(() => undefined);
      tried();
      if (!this.closed) await setTimeout(RETRY_MS, undefined, { ref: false });
    }
  }

  private async listenUntilLost(heard: () => void): Promise<void> {
    const client = new pg.Client({
      connectionString: process.env['DATABASE_URL'],
      application_name: LISTENER,
      keepAlive: true,
    });
    // Both may come for one loss; either ends this listener, once.
    const lost = new Promise<void>((resolve) => {
      client.on('error', () => resolve());
      client.on('end', () => resolve());
    });
    client.on('notification', ({ payload }) => {
      const [shopId, table, id] = (payload ?? '').split(' ');
      if (shopId && table && id) this.changes.next({ shopId, table, id });
    });
    this.client = client;
    try {
      await client.connect();
      await client.query('LISTEN tribos');
      // Whatever was said while nobody listened is unknown: everyone looks again.
      this.changes.next({ shopId: '', table: 'reconnected', id: '' });
      heard();
      await lost;
    } finally {
      this.client = null;
      void client.end().catch(() => undefined);
    }
  }
}
