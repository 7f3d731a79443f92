import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { hash, verify } from '@node-rs/argon2';
import type { Role, SessionRowView } from '@tribos/contract';
import { Op, QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { v7 } from 'uuid';
import { hashToken } from '../kit/access.js';
import { ProblemError } from '../kit/problems.js';
import { Scope, type CameBy, type Who } from '../kit/scope.js';
import { AuditService } from './audit.service.js';
import { deviceText } from './deviceText.js';
import { KnownDeviceModel, PersonModel, SessionModel, ShopModel } from './models.js';

export const SESSION_HOURS = 14;

/** Verified against when nobody has the address, so that both answers take the same time. */
let nobody: Promise<string> | undefined;
const nobodysHash = (): Promise<string> => (nobody ??= hash('nobody'));

/** Where somebody comes from who signs in. */
export interface Came {
  /** Token the device came with; null without one. */
  readonly before: string | null;
  /** What the device is known by. */
  readonly device: string;
  /** What its browser says it is. */
  readonly agent: string;
  /** Address it comes from. */
  readonly from: string;
}

/** Ways in, as the audit trail calls them. */
const IN_BY = {
  password: 'signed in',
  pin: 'took the device over by PIN',
  code: 'signed a phone in by the code of a screen',
} as const;

export interface SignedIn {
  readonly token: string;
  readonly who: Who;
}

@Injectable()
export class SessionService {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    @InjectModel(PersonModel) private readonly people: typeof PersonModel,
    @InjectModel(SessionModel) private readonly sessions: typeof SessionModel,
    @InjectModel(KnownDeviceModel) private readonly devices: typeof KnownDeviceModel,
    @InjectModel(ShopModel) private readonly shops: typeof ShopModel,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /**
   * Signs a person in; what this device was signed in with before ends, and sessions that ran out are cleared.
   * @returns the token for the cookie, and who it stands for
   * @throws ProblemError 401, the same for a wrong address and a wrong password
   */
  async signIn(email: string, password: string, came: Came): Promise<SignedIn> {
    const [found] = await this.sequelize.query<{ shop_id: string; id: string; password_hash: string }>(
      'SELECT * FROM sign_in_person($1)',
      { bind: [email], type: QueryTypes.SELECT },
    );
    const right = await verify(found?.password_hash ?? (await nobodysHash()), password).catch(() => false);
    if (!found || !right) {
      if (found) await this.noteRefused(found.shop_id, found.id, came.from);
      throw new ProblemError(401, 'wrong-sign-in', 'The address or the password is not right.');
    }
    return this.begin(found.shop_id, found.id, came);
  }

  /** Opens a session for somebody who has shown who they are; the one this device came with ends. */
  async begin(
    shopId: string,
    personId: string,
    came: Came,
    how: CameBy = 'password',
    letInBy: string | null = null,
  ): Promise<SignedIn> {
    const byPin = how !== 'password';
    const token = randomBytes(32).toString('base64url');
    const newcomer: Who = { shopId, shopName: '', personId, name: '', role: 'apprentice', byPin };
    const who = await this.scope.run(newcomer, async () => {
      // Whoever left meanwhile is let in no more.
      const person = await this.people.findOne({ where: { id: personId, leftOn: null } });
      const shop = await this.shops.findOne();
      if (!person) throw new ProblemError(401, 'wrong-sign-in', 'The address or the password is not right.');
      await this.sessions.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
      await this.sessions.create({
        shopId,
        id: v7(),
        tokenHash: hashToken(token),
        personId,
        byPin,
        how,
        letInBy,
        device: deviceText(came.agent),
        expiresAt: await this.endOfDay(letInBy),
      });
      if (!byPin)
        await this.devices.bulkCreate([{ shopId, personId, tokenHash: hashToken(came.device) }], {
          ignoreDuplicates: true,
        });
      const who: Who = {
        ...newcomer,
        shopName: shop!.name,
        name: person.name,
        role: person.role as Role,
      };
      this.audit.note(IN_BY[how], who.personId, { from: came.from }, who);
      return who;
    });
    if (came.before !== null) await this.endBefore(came.before, letInBy);
    return { token, who };
  }

  /** Whether somebody has signed in to an account on a device before. */
  async knows(email: string, device: string): Promise<boolean> {
    const [row] = await this.sequelize.query<{ known: boolean }>('SELECT device_is_known($1, $2) AS known', {
      bind: [email, hashToken(device)],
      type: QueryTypes.SELECT,
    });
    return row!.known;
  }

  /** When a session runs out: a phone's no later than that of the screen that let it in. */
  private async endOfDay(letInBy: string | null): Promise<Date> {
    const usual = new Date(Date.now() + SESSION_HOURS * 3_600_000);
    if (letInBy === null) return usual;
    const screen = await this.sessions.findOne({ where: { id: letInBy } });
    if (!screen)
      throw new ProblemError(
        404,
        'link-over',
        'The screen that showed this code is signed out. Nothing was done.',
      );
    return screen.expiresAt < usual ? screen.expiresAt : usual;
  }

  private noteRefused(shopId: string, personId: string, from: string): Promise<void> {
    return this.scope.apart({ shopId }, async () => this.audit.note('sign-in refused', personId, { from }));
  }

  /** What a device was signed in with before, perhaps in another shop, ends when somebody else signs in. */
  private async endBefore(token: string, letInBy: string | null): Promise<void> {
    const [of] = await this.sequelize.query<{ shop_id: string; session_id: string }>(
      'SELECT * FROM session_person($1)',
      { bind: [hashToken(token)], type: QueryTypes.SELECT },
    );
    // A code taken up on the very screen that showed it would end itself with it.
    if (of && of.session_id !== letInBy)
      await this.scope.apart({ shopId: of.shop_id }, () => this.end(token));
  }

  /** Ends a session, and phones its screen let in; the database tells their event streams, on whichever server. */
  private async end(token: string): Promise<void> {
    await this.sessions.destroy({ where: { tokenHash: hashToken(token) } });
  }

  async signOut(token: string): Promise<void> {
    await this.end(token);
    this.audit.note('signed out', this.scope.who.personId);
  }

  /** Where the person who asks is signed in, the latest first. */
  async own(token: string): Promise<SessionRowView[]> {
    const hash = hashToken(token);
    const rows = await this.sessions.findAll({
      where: { personId: this.scope.who.personId, expiresAt: { [Op.gt]: new Date() } },
      order: [['createdAt', 'DESC']],
    });
    return rows.map((r) => ({
      id: r.id,
      device: r.device,
      since: r.createdAt.toISOString(),
      until: r.expiresAt.toISOString(),
      byPin: r.byPin,
      own: r.tokenHash.equals(hash),
    }));
  }

  /**
   * Ends sessions of somebody.
   * @param keep the token whose session stays; null to end all
   * @param only one of them; null for all
   */
  async endOf(personId: string, keep: string | null, only: string | null = null): Promise<void> {
    await this.sessions.destroy({
      where: {
        personId,
        ...(only ? { id: only } : {}),
        ...(keep === null ? {} : { tokenHash: { [Op.ne]: hashToken(keep) } }),
      },
    });
  }

  /** Ends sessions of somebody that were begun in one of some ways. */
  async endBegunBy(personId: string, how: readonly CameBy[]): Promise<void> {
    await this.sessions.destroy({ where: { personId, how: [...how] } });
  }

  /** Devices are no longer known to an account: they are counted like any other. */
  async forgetDevices(personId: string): Promise<void> {
    await this.devices.destroy({ where: { personId } });
  }
}
