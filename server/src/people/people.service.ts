import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { ChangeRole, Leave, PersonView } from '@tribos/contract';
import { notFound, ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from './audit.service.js';
import { InvitationsService } from './invitations.service.js';
import { PersonModel, ShopModel } from './models.js';
import { SessionService } from './session.service.js';

const viewOf = (p: PersonModel): PersonView => ({
  id: p.id,
  name: p.name,
  email: p.email,
  role: p.role as PersonView['role'],
  hasPin: p.pinHash !== null,
  leftOn: p.leftOn,
  version: p.version,
});

/** People of the shop: what they may do, and whether they are still here. What they did keeps their name. */
@Injectable()
export class PeopleService {
  constructor(
    @InjectModel(PersonModel) private readonly people: typeof PersonModel,
    @InjectModel(ShopModel) private readonly shops: typeof ShopModel,
    private readonly sessions: SessionService,
    private readonly invitations: InvitationsService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(): Promise<PersonView[]> {
    return (await this.people.findAll({ order: ['leftOn', 'name'] })).map(viewOf);
  }

  async changeRole(id: string, { version, role }: ChangeRole): Promise<PersonView[]> {
    await this.change(id, version, { role });
    await this.endHandedOut(id);
    this.audit.note('role changed', id, { role });
    return this.list();
  }

  /** They are signed out everywhere at once. */
  async leave(id: string, { version }: Leave): Promise<PersonView[]> {
    await this.change(id, version, { leftOn: today(), pinHash: null });
    await this.endHandedOut(id);
    await this.sessions.endOf(id, null);
    await this.sessions.forgetDevices(id);
    this.audit.note('left the shop', id);
    return this.list();
  }

  async comeBack(id: string, { version }: Leave): Promise<PersonView[]> {
    await this.change(id, version, { leftOn: null });
    this.audit.note('came back', id);
    return this.list();
  }

  /** Nobody comes back, or stays, by what somebody else was given: links, codes, phones. */
  private async endHandedOut(id: string): Promise<void> {
    await this.invitations.endOf(id);
    await this.sessions.endBegunBy(id, ['code']);
  }

  private async change(id: string, version: number, to: Partial<PersonView> & { pinHash?: null }) {
    // One after the other, or two leads could each see the other off.
    await this.shops.findOne({ lock: true });
    const [changed] = await this.people.update({ ...to, version: version + 1 }, { where: { id, version } });
    if (changed === 0) {
      const now = await this.people.findOne({ where: { id } });
      throw now ? stale('person', viewOf(now)) : notFound('person');
    }
    if ((await this.people.count({ where: { role: 'lead', leftOn: null } })) === 0)
      throw new ProblemError(
        422,
        'last-lead',
        'Somebody has to be lead of the shop. Make another one lead first. Nothing was changed.',
      );
    if (this.scope.who.personId === id && to.leftOn)
      throw new ProblemError(422, 'oneself', 'Another lead has to see you off. Nothing was changed.');
  }
}
