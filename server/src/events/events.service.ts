import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import pg from 'pg';
import { filter, map, Subject, type Observable } from 'rxjs';

/** Something of a shop changed: which table, and the job, engine or thing it belongs to. */
export interface Change {
  readonly shopId: string;
  readonly table: string;
  readonly id: string;
}

const RETRY_MS = 1_000;

/** Changes of every server on this database, heard from PostgreSQL itself. */
@Injectable()
export class EventsService implements OnModuleInit, OnModuleDestroy {
  private readonly changes = new Subject<Change>();
  private client: pg.Client | null = null;
  private closed = false;

  async onModuleInit(): Promise<void> {
    await this.listen().catch(() => this.again());
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    this.changes.complete();
    await this.client?.end().catch(() => undefined);
  }

  of(shopId: string): Observable<Omit<Change, 'shopId'>> {
    return this.changes.pipe(
      filter((c) => c.shopId === shopId || c.table === 'reconnected'),
      map(({ table, id }) => ({ table, id })),
    );
  }

  private async listen(): Promise<void> {
    const client = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
    client.on('error', () => this.again());
    client.on('notification', ({ payload }) => {
      const [shopId, table, id] = (payload ?? '').split(' ');
      if (shopId && table && id) this.changes.next({ shopId, table, id });
    });
    await client.connect();
    await client.query('LISTEN tribos');
    this.client = client;
    // Whatever was said while nobody listened is unknown: everyone looks again.
    this.changes.next({ shopId: '', table: 'reconnected', id: '' });
  }

  private again(): void {
    this.client = null;
    if (this.closed) return;
    setTimeout(() => {
      if (!this.closed) void this.listen().catch(() => this.again());
    }, RETRY_MS).unref();
  }
}
