import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { UniqueConstraintError } from 'sequelize';
import type { EditFirm, FirmBody, FirmView, OutView } from '@tribos/contract';
import {
  learnedFrom,
  lessonsOf,
  money,
  ticketsOf,
  type Firm,
  type JobFile,
  NEWS,
  OUTSIDE_WORKS,
  type NewsKind,
  moneyText,
  LINE_TROUBLES,
  type LineTrouble,
  type TicketStanding,
} from '@tribos/core';
import type { Gathered } from '../kit/gather.js';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { FirmLineModel, FirmModel, FirmReturnModel, TicketModel } from './models.js';

/** What a firm is judged by: its last returns. Older ones say little of how it works now. */
const LAST = 40;

const MOST_OUT = 500;
const OUT = `SELECT t.id, t.job_id AS "jobId", j.number, j.machine, t.firm, t.what, t.cylinders, t.state,
  to_char(t.out_since AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') AS "outSince",
  to_char(t.due, 'YYYY-MM-DD') AS due, t.price::float8 AS price
  FROM tickets t JOIN jobs j ON j.shop_id = t.shop_id AND j.id = t.job_id
  WHERE t.out_since IS NOT NULL OR t.state = 'back'
  ORDER BY t.out_since IS NULL, t.due NULLS LAST, t.out_since, t.id LIMIT ${MOST_OUT}`;

const lessons = (rows: readonly FirmReturnModel[], firm: string) =>
  rows.filter((r) => r.firm === firm).slice(-LAST);

const firmOf = (row: FirmModel, returned: readonly FirmReturnModel[]): Firm => ({
  id: row.id,
  name: row.name,
  unit: row.unit as Firm['unit'],
  works: row.works.map((w) => ({ ...w, price: money(w.price) })),
  freight: money(row.freight),
  learned: learnedFrom(lessons(returned, row.name)),
});

/** When this shop itself sent a ticket's work out last; null where a file says so. */
const sentAt = (news: TicketStanding['news']): Date | null => {
  const sent = news.findLast((n) => n.what === 'sent' || n.what === 'rejected');
  return sent && sent.importedBy === null ? new Date(sent.received ?? sent.at) : null;
};

const troubleOf = (row: FirmLineModel | undefined): FirmView['trouble'] =>
  row?.trouble ? { since: row.since.toISOString(), sentence: LINE_TROUBLES[row.trouble] } : null;

/** Firms work is sent out to: what they ask, how long they take, how their work comes back. */
@Injectable()
export class FirmsService {
  constructor(
    @InjectModel(FirmModel) private readonly firms: typeof FirmModel,
    @InjectModel(FirmReturnModel) private readonly returns: typeof FirmReturnModel,
    @InjectModel(FirmLineModel) private readonly lines: typeof FirmLineModel,
    @InjectModel(TicketModel) private readonly tickets: typeof TicketModel,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** What `gather` brings of firms in use and of what came back from them. */
  wanted() {
    return {
      firms: { model: this.firms, sql: 'WHERE retired_on IS NULL ORDER BY name' },
      returns: {
        model: this.returns,
        sql: `WHERE (firm, at) IN (SELECT r.firm, r.at FROM firms f CROSS JOIN LATERAL
          (SELECT firm, at FROM firm_returns WHERE firm = f.name ORDER BY at DESC LIMIT ${LAST}) r) ORDER BY at, cylinder`,
      },
    };
  }

  /** The firms of what was gathered. */
  firmsOf(rows: Gathered<ReturnType<FirmsService['wanted']>>): Firm[] {
    return rows.firms.map((f) => firmOf(f, rows.returns));
  }

  async list(): Promise<FirmView[]> {
    // One after the other: a request has one connection, and a connection works at one question at a time.
    const rows = await this.firms.findAll({ order: ['name'] });
    const returned = await this.returns.findAll({ order: ['at', 'cylinder'] });
    const troubled = await this.lines.findAll();
    return rows.map((row) => ({
      ...firmOf(row, returned),
      works: row.works,
      version: row.version,
      retiredOn: row.retiredOn,
      line: row.line,
      trouble: row.line === null ? null : troubleOf(troubled.find((t) => t.id === row.id)),
      returned: lessons(returned, row.name).map(({ asked, found, u, at }) => ({
        asked,
        found,
        u,
        at: at.toISOString(),
      })),
    }));
  }

  async add(body: FirmBody): Promise<FirmView> {
    this.refuseImpossible(body);
    if (!(await this.firms.findOne({ where: { id: body.id } }))) {
      await this.named(body.name, () =>
        this.firms.create({
          ...body,
          shopId: this.scope.who.shopId,
          line: body.line ?? null,
          lineSince: body.line ? new Date() : null,
        }),
      );
      this.audit.note('firm added', body.id, { ...body });
    }
    return this.one(body.id);
  }

  async edit(id: string, { version, ...body }: EditFirm): Promise<FirmView> {
    this.refuseImpossible(body);
    const before = await this.one(id);
    const line = body.line ?? null;
    const changed = await this.named(body.name, () =>
      this.firms.update(
        {
          ...body,
          id,
          version: version + 1,
          line,
          // What was sent before it had this line went by paper.
          ...(line === before.line ? {} : { lineSince: line === null ? null : new Date() }),
        },
        { where: { id, version } },
      ),
    );
    if (changed[0] === 0) throw stale('firm', before);
    this.audit.note('firm changed', id, { before, after: body });
    return this.one(id);
  }

  /** Nothing more is sent to it, or something is again. What was sent stands. */
  async retire(id: string, retired: boolean): Promise<FirmView> {
    await this.one(id);
    await this.firms.update({ retiredOn: retired ? today() : null }, { where: { id } });
    this.audit.note(retired ? 'firm retired' : 'firm back in use', id);
    return this.one(id);
  }

  /** Everything that is out, what is due first; and what came back and nobody has accepted. */
  async out(): Promise<OutView[]> {
    const rows = await this.scope.ask<Omit<OutView, 'work' | 'says' | 'asks'>>(OUT, []);
    return rows.map((r) => ({
      ...r,
      work: OUTSIDE_WORKS[r.what],
      asks: r.price === null ? null : moneyText(money(r.price)),
      says: r.outSince === null ? 'back, to be measured' : NEWS[r.state as NewsKind],
    }));
  }

  /** Keeps how the tickets of a job stand, and what its bores that came back teach. The caller holds the job’s lock. */
  async follow(file: JobFile): Promise<void> {
    const tickets = ticketsOf(file);
    if (tickets.length === 0) return;
    const { shopId } = this.scope.who;
    for (const { ticket, state, outSince, due, price, turn, news } of tickets)
      await this.tickets.upsert({
        shopId,
        id: ticket.id,
        jobId: file.job.id,
        firm: ticket.firm,
        what: ticket.what,
        cylinders: ticket.lines.map((l) => file.engine.cylinders[l.cylinder]).join(', '),
        state,
        outSince: outSince === null ? null : new Date(outSince),
        due,
        price,
        turn,
        sentAt: sentAt(news),
      });
    const found = lessonsOf(file);
    for (const { ticket, cylinder, firm, what, asked, found: size, u, at } of found)
      await this.returns.upsert({
        shopId,
        ticketId: ticket,
        cylinder,
        jobId: file.job.id,
        firm,
        what,
        asked: Math.round(asked),
        found: Math.round(size),
        u,
        at: new Date(at),
      });
    // What is read anew teaches anew; what was taken back teaches nothing until it is read again.
    const stands = new Set(found.map((l) => `${l.ticket}:${l.cylinder}`));
    const known = await this.returns.findAll({ where: { jobId: file.job.id } });
    for (const row of known) if (!stands.has(`${row.ticketId}:${row.cylinder}`)) await row.destroy();
  }

  /** Keeps what is wrong with a firm’s line, where that is another than before. */
  async heard(firmId: string, trouble: LineTrouble | null): Promise<void> {
    const before = await this.lines.findOne({ where: { id: firmId } });
    if ((before?.trouble ?? null) === trouble) return;
    await this.lines.upsert({ shopId: this.scope.who.shopId, id: firmId, trouble, since: new Date() });
  }

  private async one(id: string): Promise<FirmView> {
    const view = (await this.list()).find((f) => f.id === id);
    if (!view) throw notFound('firm');
    return view;
  }

  private async named<T>(name: string, work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      throw new ProblemError(422, 'firm', `There is a firm called ${name} already. Nothing was saved.`, {
        errors: [{ path: '/name', sentence: 'is there already' }],
      });
    }
  }

  private refuseImpossible({ works }: Pick<FirmBody, 'works'>): void {
    works.forEach(({ what, days }, i) => {
      const say = (path: string, sentence: string) =>
        new ProblemError(422, 'firm', `${sentence} Nothing was saved.`, { errors: [{ path, sentence }] });
      if (!(days.soonest <= days.usual && days.usual <= days.latest))
        throw say(`/works/${i}/days`, 'The days run from the soonest to the latest.');
      if (works.findIndex((w) => w.what === what) !== i)
        throw say(`/works/${i}/what`, 'Each kind of work once.');
    });
  }
}
