import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { hash } from '@node-rs/argon2';
import {
  may,
  type InvitationLink,
  type InvitationRow,
  type InvitationView,
  type Join,
  type NewInvitation,
  type RenewPassword,
  type Role,
} from '@tribos/contract';
import { Op, QueryTypes, UniqueConstraintError } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { v7 } from 'uuid';
import { hashToken } from '../kit/access.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { AuditService } from './audit.service.js';
import { InvitationModel, PersonModel, ShopModel } from './models.js';
import { SessionService } from './session.service.js';

const DAYS = 7;
const RENEWAL_HOURS = 24;

const over = (): ProblemError =>
  new ProblemError(404, 'link-over', 'This link was used already, taken back, or ran out. Ask for another.');

interface Account {
  readonly shopId: string;
  readonly personId: string;
}

/** One-time links: for somebody new, and for one who forgot the password. Only their hash is kept. */
@Injectable()
export class InvitationsService {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    @InjectModel(InvitationModel) private readonly invitations: typeof InvitationModel,
    @InjectModel(PersonModel) private readonly people: typeof PersonModel,
    @InjectModel(ShopModel) private readonly shops: typeof ShopModel,
    private readonly sessions: SessionService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(): Promise<InvitationRow[]> {
    const rows = await this.invitations.findAll({
      where: { until: { [Op.gt]: new Date() } },
      order: ['until'],
    });
    const people = await this.people.findAll({ attributes: ['id', 'name'] });
    return rows.map((r) => ({
      id: r.id,
      role: r.role as Role,
      note: r.note,
      by: r.by,
      until: r.until.toISOString(),
      person: people.find((p) => p.id === r.personId)?.name ?? null,
    }));
  }

  /** What somebody handed out is over, and what would let themselves back in. */
  async endOf(personId: string): Promise<void> {
    await this.invitations.destroy({ where: { [Op.or]: [{ byId: personId }, { personId }] } });
    await this.scope.ask('DELETE FROM phone_links WHERE person_id = $1', [personId]);
  }

  /** Sent again, it gives another link; the one before is over. */
  async invite({ id, role, note }: NewInvitation): Promise<InvitationLink> {
    this.audit.note('invited', id, { role, note });
    return this.make({ id, personId: null, role, note }, DAYS * 24);
  }

  /** A link for another password. */
  async renewal(personId: string): Promise<InvitationLink> {
    const person = await this.people.findOne({ where: { id: personId, leftOn: null } });
    if (!person) throw notFound('person');
    // Whoever cannot get in may be kept out by somebody who did: what was handed out meanwhile is over too.
    await this.endOf(personId);
    await this.sessions.endBegunBy(personId, ['pin', 'code']);
    this.audit.note('password renewal given', personId);
    return this.make({ id: v7(), personId, role: person.role, note: person.name }, RENEWAL_HOURS);
  }

  async withdraw(id: string): Promise<void> {
    if ((await this.invitations.destroy({ where: { id } })) === 0) throw notFound('invitation');
    this.audit.note('invitation withdrawn', id);
  }

  /** What somebody who holds the link is told. @throws ProblemError 404 once it is over */
  async view(token: string): Promise<InvitationView> {
    return this.within(token, async (row) => {
      const shop = await this.shops.findOne();
      const person = row.personId && (await this.people.findOne({ where: { id: row.personId } }));
      return {
        shop: shop!.name,
        role: row.role as Role,
        by: row.by,
        person: person ? { name: person.name, email: person.email } : null,
      };
    });
  }

  /** Somebody new comes in; the link is over. */
  async join({ token, name, email, password }: Join): Promise<Account> {
    await this.view(token);
    const passwordHash = await hash(password);
    return this.within(token, async (row, shopId) => {
      if (row.personId !== null) throw over();
      const personId = v7();
      await row.destroy();
      try {
        await this.people.create({
          shopId,
          id: personId,
          name: name.trim(),
          email: email.toLowerCase(),
          role: row.role,
          passwordHash,
        });
      } catch (error) {
        if (!(error instanceof UniqueConstraintError)) throw error;
        throw new ProblemError(
          422,
          'taken',
          'Somebody has this name in the shop, or signs in with this address already. Take another.',
        );
      }
      this.audit.note('joined', personId, { role: row.role, invitedBy: row.by });
      return { shopId, personId };
    });
  }

  /** Another password; every device is signed out. */
  async renew({ token, password }: RenewPassword): Promise<Account> {
    await this.view(token);
    const passwordHash = await hash(password);
    return this.within(token, async (row, shopId) => {
      const { personId } = row;
      if (personId === null) throw over();
      await row.destroy();
      const [changed] = await this.people.update({ passwordHash }, { where: { id: personId, leftOn: null } });
      if (changed === 0) throw over();
      await this.endOf(personId);
      await this.sessions.endOf(personId, null);
      await this.sessions.forgetDevices(personId);
      this.audit.note('password renewed', personId);
      return { shopId, personId };
    });
  }

  private async make(
    of: { id: string; personId: string | null; role: string; note: string },
    hours: number,
  ): Promise<InvitationLink> {
    const token = randomBytes(24).toString('base64url');
    const until = new Date(Date.now() + hours * 3_600_000);
    const { shopId, name: by, personId: byId } = this.scope.who;
    await this.invitations.upsert({ ...of, shopId, tokenHash: hashToken(token), by, byId, until });
    return { token, until: until.toISOString() };
  }

  /** Who handed a link out has to be one who may, now: whatever forgot to end it. */
  private async stillLead(byId: string | null): Promise<boolean> {
    if (byId === null) return true;
    const person = await this.people.findOne({ where: { id: byId, leftOn: null } });
    return person !== null && may(person.role as Role, 'manage-people');
  }

  /** In the scope of the shop of a link, the link locked: nobody takes it up twice. */
  private async within<T>(
    token: string,
    work: (row: InvitationModel, shopId: string) => Promise<T>,
  ): Promise<T> {
    const tokenHash = hashToken(token);
    const [found] = await this.sequelize.query<{ shop_id: string }>('SELECT * FROM invitation_shop($1)', {
      bind: [tokenHash],
      type: QueryTypes.SELECT,
    });
    if (!found) throw over();
    const guest: Who = {
      shopId: found.shop_id,
      shopName: '',
      personId: '',
      name: 'by invitation',
      role: 'apprentice',
      byPin: false,
    };
    return this.scope.run(guest, async () => {
      const row = await this.invitations.findOne({ where: { tokenHash }, lock: true });
      if (!row || !(await this.stillLead(row.byId))) throw over();
      return work(row, found.shop_id);
    });
  }
}
