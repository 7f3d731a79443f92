import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { CustomerView, Retire } from '@tribos/contract';
import type { Shop } from '@tribos/core';
import { nm } from '@tribos/core';
import { Op } from 'sequelize';
import { v7 } from 'uuid';
import { notFound } from '../kit/problems.js';
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
      rules: { wearThreshold: row.wearThreshold },
      allowance: { clearance: nm(row.allowance), reason: row.allowanceReason },
    };
  }

  async benches(): Promise<string[]> {
    return (await this.benchRows.findAll({ order: ['position'] })).map((b) => b.name);
  }

  async searchCustomers(search: string): Promise<CustomerView[]> {
    const rows = await this.customers.findAll({
      where: { retiredOn: null, name: { [Op.iLike]: `%${search.replace(/[\\%_]/gu, '\\$&')}%` } },
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
