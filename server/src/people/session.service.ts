import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { hash, verify } from '@node-rs/argon2';
import type { Role } from '@tribos/contract';
import { Op, QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { hashToken, SESSION_ENDED } from '../kit/access.js';
import { ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { AuditService } from './audit.service.js';
import { KnownDeviceModel, PersonModel, SessionModel, ShopModel } from './models.js';

export const SESSION_HOURS = 14;

/** Verified against when nobody has the address, so that both answers take the same time. */
let nobody: Promise<string> | undefined;
const nobodysHash = (): Promise<string> => (nobody ??= hash('nobody'));

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
   * @param before token the device came with, or null
   * @param device what the device is known by
   * @returns the token for the cookie, and who it stands for
   * @throws ProblemError 401, the same for a wrong address and a wrong password
   */
  async signIn(
    email: string,
    password: string,
    before: string | null,
    device: string,
  ): Promise<{ token: string; who: Who }> {
    const [found] = await this.sequelize.query<{ shop_id: string; id: string; password_hash: string }>(
      'SELECT * FROM sign_in_person($1)',
      { bind: [email], type: QueryTypes.SELECT },
    );
    const right = await verify(found?.password_hash ?? (await nobodysHash()), password).catch(() => false);
    if (!found || !right) {
      if (found) await this.noteRefused(found.shop_id, found.id);
      throw new ProblemError(401, 'wrong-sign-in', 'The address or the password is not right.');
    }
    const token = randomBytes(32).toString('base64url');
    const newcomer: Who = {
      shopId: found.shop_id,
      shopName: '',
      personId: found.id,
      name: '',
      role: 'apprentice',
    };
    const who = await this.scope.run(newcomer, async () => {
      const person = await this.people.findOne({ where: { id: found.id } });
      const shop = await this.shops.findOne();
      await this.sessions.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
      await this.sessions.create({
        shopId: found.shop_id,
        tokenHash: hashToken(token),
        personId: found.id,
        expiresAt: new Date(Date.now() + SESSION_HOURS * 3_600_000),
      });
      await this.devices.bulkCreate(
        [{ shopId: found.shop_id, personId: found.id, tokenHash: hashToken(device) }],
        { ignoreDuplicates: true },
      );
      const who: Who = {
        shopId: found.shop_id,
        shopName: shop!.name,
        personId: found.id,
        name: person!.name,
        role: person!.role as Role,
      };
      this.audit.note('signed in', who.personId, {}, who);
      return who;
    });
    if (before !== null) await this.endBefore(before);
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

  private noteRefused(shopId: string, personId: string): Promise<void> {
    return this.scope.apart({ shopId }, async () => this.audit.note('sign-in refused', personId));
  }

  /** What a device was signed in with before, perhaps in another shop, ends when somebody else signs in. */
  private async endBefore(token: string): Promise<void> {
    const [of] = await this.sequelize.query<{ shop_id: string }>('SELECT * FROM session_person($1)', {
      bind: [hashToken(token)],
      type: QueryTypes.SELECT,
    });
    if (of) await this.scope.apart({ shopId: of.shop_id }, () => this.end(token));
  }

  /** Ends a session; its event streams, on whichever server, hear of it. */
  private async end(token: string): Promise<void> {
    const tokenHash = hashToken(token);
    await this.sessions.destroy({ where: { tokenHash } });
    await this.sequelize.query(`SELECT pg_notify('tribos', $1)`, {
      bind: [`${this.scope.who.shopId} ${SESSION_ENDED} ${tokenHash.toString('hex')}`],
    });
  }

  async signOut(token: string): Promise<void> {
    await this.end(token);
    this.audit.note('signed out', this.scope.who.personId);
  }
}
