import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { Op, QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { brokenAt, chainLink, chainStart, type Checked } from '../kit/chain.js';
import { Scope } from '../kit/scope.js';
import { SealModel } from './models.js';

/** Seals that are followed together: others are served between two lots. */
const AT_ONCE = 500;

interface Head {
  readonly chain: SealModel['chain'];
  readonly job_id: string | null;
  readonly entries: number;
  readonly head: Buffer;
}

/** Heads that chains have now and no seal says yet: of one job and of the audit trail. */
const UNSEALED = `
WITH heads AS (
  (SELECT 'log' AS chain, job_id, seq AS entries, hash AS head FROM log_entries WHERE job_id = $1 ORDER BY seq DESC LIMIT 1)
  UNION ALL
  (SELECT 'decisions', job_id, position, hash FROM decisions WHERE job_id = $1 AND hash IS NOT NULL ORDER BY position DESC LIMIT 1)
  UNION ALL
  (SELECT 'audit', NULL, seq, hash FROM audit WHERE seq IS NOT NULL ORDER BY seq DESC LIMIT 1))
SELECT * FROM heads h WHERE h.head IS DISTINCT FROM
  (SELECT s.head FROM seals s WHERE s.chain = h.chain AND s.job_id IS NOT DISTINCT FROM h.job_id ORDER BY s.seq DESC LIMIT 1)
ORDER BY chain`;

/** The last seal of every chain that what is kept now no longer bears out. */
const CUT = `
WITH last AS (SELECT DISTINCT ON (chain, job_id) chain, job_id, entries, head FROM seals
  WHERE $1::uuid IS NULL OR job_id = $1 ORDER BY chain, job_id, seq DESC)
SELECT l.chain, l.job_id, l.entries, j.number FROM last l LEFT JOIN jobs j ON j.id = l.job_id
WHERE l.head IS DISTINCT FROM CASE l.chain
  WHEN 'log' THEN (SELECT hash FROM log_entries e WHERE e.job_id = l.job_id AND e.seq = l.entries)
  WHEN 'decisions' THEN (SELECT hash FROM decisions d WHERE d.job_id = l.job_id AND d.position = l.entries)
  ELSE (SELECT hash FROM audit a WHERE a.seq = l.entries) END
LIMIT 100`;

const NAMES = { log: 'log', decisions: 'list of decisions', audit: 'audit trail' } as const;

const saidBy = (s: Pick<SealModel, 'at' | 'chain' | 'jobId' | 'entries' | 'head'>): unknown => ({
  at: s.at.toISOString(),
  chain: s.chain,
  jobId: s.jobId,
  entries: s.entries,
  head: s.head.toString('hex'),
});

/** Heads of every chain of a shop, kept apart from the chains, in a chain of their own. */
@Injectable()
export class SealsService {
  constructor(
    @InjectModel(SealModel) private readonly seals: typeof SealModel,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly scope: Scope,
  ) {}

  /**
   * Seals what a job and the audit trail came to, as the last thing before the running transaction commits.
   * @param jobId null seals the audit trail alone
   */
  sealed(jobId: string | null): void {
    this.scope.beforeCommit(() => this.seal(jobId));
  }

  /** What the shop’s record comes to: the last seal. */
  async head(): Promise<{ readonly seq: number; readonly hash: Buffer }> {
    const last = await this.seals.findOne({ order: [['seq', 'DESC']] });
    return { seq: last?.seq ?? 0, hash: last?.hash ?? this.start() };
  }

  /** The hash the shop’s record had at a place; null where it has no such place. */
  async at(seq: number): Promise<Buffer | null> {
    return seq === 0 ? this.start() : ((await this.seals.findOne({ where: { seq } }))?.hash ?? null);
  }

  /** Chains that are shorter than they were, or another, in sentences. */
  async cut(jobId: string | null): Promise<string[]> {
    const rows = await this.sequelize.query<Head & { number: number | null }>(CUT, {
      bind: [jobId],
      type: QueryTypes.SELECT,
    });
    return rows.map(
      ({ chain, entries, number }) =>
        `The ${NAMES[chain]}${number === null ? '' : ` of job ${String(number).padStart(4, '0')}`} had ${entries} ${entries === 1 ? 'link' : 'links'}: it was cut off or written anew.`,
    );
  }

  /** Whether every seal follows the one before it. */
  async verify(): Promise<Checked> {
    let [previous, entries] = [this.start(), 0];
    for (;;) {
      const rows = await this.seals.findAll({
        where: { seq: { [Op.gt]: entries } },
        order: ['seq'],
        limit: AT_ONCE,
      });
      if (rows.length === 0) return { intact: true, entries, brokenAt: null };
      const links = rows.map((r) => ({
        seq: r.seq,
        said: saidBy(r),
        previousHash: r.previousHash,
        hash: r.hash,
      }));
      const checked = brokenAt(previous, links, entries + 1);
      entries += rows.length;
      if (!checked.intact) return { ...checked, entries };
      previous = rows.at(-1)!.hash;
    }
  }

  private start(): Buffer {
    return chainStart(`seals ${this.scope.who.shopId}`);
  }

  /** Seals at once: everybody of the shop who seals waits for the end of this transaction. */
  async seal(jobId: string | null): Promise<void> {
    const { shopId } = this.scope.who;
    // Everybody of the shop in turn; heads are looked for once it is one’s own turn.
    await this.sequelize.query(`SELECT pg_advisory_xact_lock(hashtextextended($1, 0))`, {
      bind: [`seals ${shopId}`],
    });
    const heads = await this.sequelize.query<Head>(UNSEALED, { bind: [jobId], type: QueryTypes.SELECT });
    if (heads.length === 0) return;
    let { seq, hash } = await this.head();
    const at = new Date();
    const rows = heads.map(({ chain, job_id, entries, head }) => {
      seq += 1;
      const said = { at, chain, jobId: job_id, entries, head };
      const previousHash = hash;
      hash = chainLink(previousHash, seq, saidBy(said));
      return { ...said, shopId, seq, previousHash, hash };
    });
    await this.seals.bulkCreate(rows, { validate: false, hooks: false });
  }
}
