import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { Op } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import type { AuditRow, Page } from '@tribos/contract';
import { brokenAt, chainLink, chainStart, type Checked, type Link } from '../kit/chain.js';
import { Scope } from '../kit/scope.js';
import { AuditModel } from './models.js';

const PAGE = 50;
/** Links that are followed together: others are served between two lots. */
const AT_ONCE = 500;

interface Note {
  readonly at: Date;
  readonly by: string;
  readonly action: string;
  readonly subject: string;
  readonly detail: object;
}

const start = (shopId: string): Buffer => chainStart(`audit ${shopId}`);

/** What a note says, as it is chained: as the database gives it back. */
const saidBy = ({ at, by, action, subject, detail }: Note): unknown =>
  JSON.parse(JSON.stringify({ at: at.toISOString(), by, action, subject, detail }));

const linkOf = (row: AuditModel): Link => ({
  seq: row.seq!,
  said: saidBy(row),
  previousHash: row.previousHash!,
  hash: row.hash!,
});

/**
 * Who did what to what, each note chained to the one before it. Appended in the transaction of the deed, so
 * that one never stands without the other.
 */
@Injectable()
export class AuditService {
  constructor(
    @InjectModel(AuditModel) private readonly audit: typeof AuditModel,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly scope: Scope,
  ) {}

  /** Notes something as the last thing before the running transaction commits. */
  note(action: string, subject: string, detail: object = {}, who = this.scope.who): void {
    const { shopId, name: by } = who;
    this.scope.beforeCommit(() => this.keep(shopId, { at: new Date(), by, action, subject, detail }));
  }

  /** Latest first. */
  async list(before: number | null): Promise<Page<AuditRow>> {
    const rows = await this.audit.findAll({
      where: before === null ? {} : { id: { [Op.lt]: before } },
      order: [['id', 'DESC']],
      limit: PAGE + 1,
    });
    const items = rows.slice(0, PAGE).map((r) => ({
      id: Number(r.id),
      at: r.at.toISOString(),
      by: r.by,
      action: r.action,
      subject: r.subject,
    }));
    return { items, next: rows.length > PAGE ? String(items.at(-1)!.id) : null };
  }

  /** Whether every note follows the one before it. */
  async verify(): Promise<Checked> {
    let [previous, entries] = [start(this.scope.who.shopId), 0];
    for (;;) {
      const rows = await this.audit.findAll({
        where: { seq: { [Op.gt]: entries } },
        order: ['seq'],
        limit: AT_ONCE,
      });
      if (rows.length === 0) return { intact: true, entries, brokenAt: null };
      const checked = brokenAt(previous, rows.map(linkOf), entries + 1);
      entries += rows.length;
      if (!checked.intact) return { ...checked, entries };
      previous = rows.at(-1)!.hash!;
    }
  }

  private async keep(shopId: string, note: Note): Promise<void> {
    // Everybody of the shop in turn; the last note is looked for once it is one’s own turn.
    await this.sequelize.query(`SELECT pg_advisory_xact_lock(hashtextextended($1, 0))`, {
      bind: [`audit ${shopId}`],
    });
    const last = await this.audit.findOne({ where: { seq: { [Op.ne]: null } }, order: [['seq', 'DESC']] });
    const previousHash = last?.hash ?? start(shopId);
    const seq = (last?.seq ?? 0) + 1;
    await this.audit.create({
      shopId,
      ...note,
      seq,
      previousHash,
      hash: chainLink(previousHash, seq, saidBy(note)),
    });
  }
}
