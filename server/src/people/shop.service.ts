import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type {
  BenchBody,
  CustomerView,
  Retire,
  ShopRulesBody,
  ShopSettings,
  ShopView,
} from '@tribos/contract';
import type { Limit, Shop, ShopRule } from '@tribos/core';
import { contradictedBy, money, nm, readShopRule } from '@tribos/core';
import {
  col,
  fn,
  ForeignKeyConstraintError,
  Op,
  UniqueConstraintError,
  where,
  type WhereOptions,
} from 'sequelize';
import { v7 } from 'uuid';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from './audit.service.js';
import { BenchModel, CustomerModel, ShopModel } from './models.js';

const MOST_CUSTOMERS = 20;

/** The shop itself: its rules, benches, customers, job numbers. */
@Injectable()
export class ShopService {
  constructor(
    @InjectModel(ShopModel) private readonly shops: typeof ShopModel,
    @InjectModel(BenchModel) private readonly benchRows: typeof BenchModel,
    @InjectModel(CustomerModel) private readonly customers: typeof CustomerModel,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /**
   * What `gather` brings of the shop and one customer.
   * @param customer SQL that gives the customer's id
   */
  wanted(customer: string) {
    return {
      shop: { model: this.shops, sql: '' },
      customer: { model: this.customers, sql: `WHERE id = ${customer}` },
    };
  }

  /** The rules of a shop that was gathered. */
  rulesOf(row: ShopModel): Shop {
    return {
      name: row.name,
      unit: row.unit as 'mm' | 'in',
      rules: { wearThreshold: row.wearThreshold },
      allowance: { clearance: nm(row.allowance), reason: row.allowanceReason },
      ...(row.sheetRules.length > 0 ? { sheetRules: row.sheetRules } : {}),
      // A shop that never set its rate has no prices of its own.
      ...(row.hourlyRate > 0
        ? {
            costs: {
              currency: row.currency,
              taxPerMyriad: row.taxPerMyriad,
              hourlyRate: money(row.hourlyRate),
              enough: row.enough,
            },
          }
        : {}),
    };
  }

  async benches(): Promise<string[]> {
    return (await this.benchRows.findAll({ order: ['position'] })).map((b) => b.name);
  }

  /** The shop as its people see and set it. */
  async view(): Promise<ShopView> {
    const row = (await this.shops.findOne())!;
    return {
      version: row.version,
      name: row.name,
      unit: row.unit as ShopView['unit'],
      currency: row.currency,
      taxPerMyriad: row.taxPerMyriad,
      wearThreshold: row.wearThreshold,
      hourlyRate: row.hourlyRate,
      enough: row.enough,
      allowance: row.allowance,
      allowanceReason: row.allowanceReason,
      nextJobNumber: row.nextJobNumber,
      hours: row.hours,
      label: row.label,
      keepYears: row.keepYears,
      benches: await this.benches(),
      sheetRules: row.sheetRules,
    };
  }

  /** @throws ProblemError 422 for a line nobody understands, a rule without its reason, or one that leaves nothing of a sheet's range */
  async changeRules({ version, rules }: ShopRulesBody): Promise<ShopView> {
    const before = await this.view();
    const read = rules.map((rule, at) => {
      const no = (path: string, sentence: string) =>
        new ProblemError(422, 'shop-rule', `${sentence} Nothing was saved.`, {
          errors: [{ path: `/rules/${at}/${path}`, sentence }],
        });
      if (rule.reason.trim() === '')
        throw no('reason', 'A rule is printed with its reason: say why it is so.');
      const of = readShopRule(rule);
      if (!of.ok) throw no('line', of.sentence);
      return { rule: of.rule, no };
    });
    for (const { rule, no } of read) {
      const [against] = await this.againstSheets(rule);
      if (against) throw no('line', `It leaves nothing of what the sheet of the ${against} gives.`);
    }
    const [changed] = await this.shops.update(
      { sheetRules: read.map((r) => r.rule), version: version + 1 },
      { where: { version } },
    );
    if (changed === 0) throw stale('shop', before);
    const now = await this.view();
    this.audit.note('shop rules changed', this.scope.who.shopId, {
      before: before.sheetRules.map((r) => r.line),
      after: now.sheetRules.map((r) => r.line),
    });
    return now;
  }

  /** Engines of whose sheets a rule would leave nothing. */
  private async againstSheets(rule: ShopRule): Promise<string[]> {
    const rows = (await this.scope.ask(
      `SELECT e.maker || ' ' || e.model AS engine, l.feature, l.state, l.low, l.high, l.source_type
         FROM limits l JOIN engines e ON e.shop_id = l.shop_id AND e.id = l.engine_id
        WHERE l.feature = ANY($1) AND ($2::text IS NULL OR e.kind = $2) AND ($3::int IS NULL OR e.strokes = $3)`,
      [rule.limits.map((l) => l.feature), rule.kind, rule.strokes],
    )) as {
      engine: string;
      feature: string;
      state: string;
      low: number | null;
      high: number | null;
      source_type: string;
    }[];
    return rows.flatMap(({ engine, source_type: type, low, high, ...of }) => {
      const asLimit = {
        ...of,
        ...{ low: low === null ? null : Number(low), high: high === null ? null : Number(high) },
        source: { type },
      } as unknown as Limit;
      return rule.limits.some((l) => contradictedBy(l, [asLimit])) ? [engine] : [];
    });
  }

  /** @throws ProblemError 422 for a job number that was given already, or an allowance without its reason */
  async change({ version, ...settings }: ShopSettings): Promise<ShopView> {
    const before = await this.view();
    if (settings.allowance > 0 && settings.allowanceReason.trim() === '')
      throw new ProblemError(
        422,
        'reason',
        'An allowance is printed with its reason: say why. Nothing was saved.',
        { errors: [{ path: '/allowanceReason', sentence: 'Why more clearance than the sheet asks for?' }] },
      );
    if (settings.nextJobNumber < before.nextJobNumber)
      throw new ProblemError(
        422,
        'job-number',
        `Jobs up to ${before.nextJobNumber - 1} have their numbers already. Nothing was saved.`,
        { errors: [{ path: '/nextJobNumber', sentence: `must be ${before.nextJobNumber} or more` }] },
      );
    const [changed] = await this.shops.update({ ...settings, version: version + 1 }, { where: { version } });
    if (changed === 0) throw stale('shop', before);
    const now = await this.view();
    const moved = Object.keys(settings).filter(
      (k) => JSON.stringify(before[k as keyof ShopView]) !== JSON.stringify(now[k as keyof ShopView]),
    );
    const of = (view: ShopView) => Object.fromEntries(moved.map((k) => [k, view[k as keyof ShopView]]));
    this.audit.note('shop settings changed', this.scope.who.shopId, { before: of(before), after: of(now) });
    return now;
  }

  /** Adds a bench, or calls one something else. */
  async keepBench({ was, name }: BenchBody): Promise<ShopView> {
    const { shopId } = this.scope.who;
    try {
      if (was === null) {
        const last = ((await this.benchRows.max('position')) as number | null) ?? 0;
        await this.benchRows.create({ shopId, name, position: last + 1 });
      } else {
        // The key itself changes: its jobs follow in the database.
        const found = await this.scope.ask('UPDATE benches SET name = $1 WHERE name = $2 RETURNING name', [
          name,
          was,
        ]);
        if (found.length === 0) throw notFound('bench');
      }
    } catch (error) {
      if (!(error instanceof UniqueConstraintError || (error as { code?: string }).code === '23505'))
        throw error;
      throw new ProblemError(422, 'bench', `There is a bench called ${name} already. Nothing was saved.`, {
        errors: [{ path: '/name', sentence: 'is there already' }],
      });
    }
    this.audit.note(was === null ? 'bench added' : 'bench renamed', shopId, { was, name });
    return this.view();
  }

  async removeBench(name: string): Promise<ShopView> {
    try {
      if ((await this.benchRows.destroy({ where: { name } })) === 0) throw notFound('bench');
    } catch (error) {
      if (!(error instanceof ForeignKeyConstraintError)) throw error;
      throw new ProblemError(422, 'bench', `${name} holds an engine. Clear it first. Nothing was changed.`);
    }
    this.audit.note('bench taken away', this.scope.who.shopId, { name });
    return this.view();
  }

  async searchCustomers(search: string): Promise<CustomerView[]> {
    const digits = search.replace(/\D/gu, '');
    const found: WhereOptions[] = [
      { name: { [Op.iLike]: `%${search.replace(/[\\%_]/gu, '\\$&')}%` } },
      // A number as it is said on the phone, however it was written down.
      ...(digits.length >= 3
        ? [where(fn('regexp_replace', col('phone'), '\\D', '', 'g'), { [Op.like]: `%${digits}%` })]
        : []),
    ];
    const rows = await this.customers.findAll({
      where: { retiredOn: null, [Op.or]: found },
      order: ['name'],
      limit: MOST_CUSTOMERS,
    });
    return rows.map(({ id, name, phone }) => ({ id, name, phone }));
  }

  async customer(id: string): Promise<CustomerView> {
    const { name, phone } = (await this.customers.findOne({ where: { id } }))!;
    return { id, name, phone };
  }

  /** The customer of that name and phone, kept on first sight. */
  async findOrKeepCustomer(name: string, phone: string): Promise<string> {
    const { shopId } = this.scope.who;
    // Two jobs opened at once for somebody new: the second finds what the first kept.
    await this.customers.bulkCreate([{ shopId, id: v7(), name, phone }], { ignoreDuplicates: true });
    const found = (await this.customers.findOne({ where: { name, phone } }))!;
    if (found.retiredOn !== null) await found.update({ retiredOn: null });
    return found.id;
  }

  /** A customer who is no longer offered for new jobs, or is again. Their jobs keep their name. */
  async retireCustomer(id: string, { retired }: Retire): Promise<CustomerView> {
    const row = await this.customers.findOne({ where: { id } });
    if (!row) throw notFound('customer');
    await row.update({ retiredOn: retired ? (row.retiredOn ?? today()) : null });
    this.audit.note(retired ? 'customer retired' : 'customer back', id);
    return { id, name: row.name, phone: row.phone };
  }

  /** The next job number, each given once: the shop's row is locked until the transaction ends. */
  async takeJobNumber(): Promise<number> {
    const shop = (await this.shops.findOne({ lock: true }))!;
    const number = shop.nextJobNumber;
    await shop.update({ nextJobNumber: number + 1 });
    return number;
  }
}
