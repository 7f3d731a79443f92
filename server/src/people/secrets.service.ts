import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { hash, verify } from '@node-rs/argon2';
import type { ChangePassword, SetPin } from '@tribos/contract';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { AuditService } from './audit.service.js';
import { PersonModel } from './models.js';
import { SessionService } from './session.service.js';
import { SignInLimit } from './signInLimit.js';

/** After so many wrong PINs it is gone, until its owner signs in and sets another. */
const MOST_PIN_FAILURES = 5;

const wrongPassword = (): ProblemError =>
  new ProblemError(422, 'wrong-password', 'Your password is not right. Nothing was changed.', {
    errors: [{ path: '/password', sentence: 'is not right' }],
  });

/** Passwords and PINs of people. Hashing is slow on purpose: no transaction is open meanwhile. */
@Injectable()
export class SecretsService {
  constructor(
    @InjectModel(PersonModel) private readonly people: typeof PersonModel,
    private readonly sessions: SessionService,
    private readonly limit: SignInLimit,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** @param from address it is asked from */
  async changePassword(
    who: Who,
    { current, password }: ChangePassword,
    token: string,
    from: string,
  ): Promise<void> {
    await this.provePassword(who, current, from);
    const passwordHash = await hash(password);
    await this.scope.run(who, async () => {
      await this.people.update({ passwordHash }, { where: { id: who.personId } });
      await this.sessions.endOf(who.personId, token);
      await this.sessions.forgetDevices(who.personId);
      this.audit.note('password changed', who.personId, { from });
    });
  }

  async setPin(who: Who, { password, pin }: SetPin, from: string): Promise<void> {
    await this.provePassword(who, password, from);
    const pinHash = pin === '' ? null : await hash(pin);
    await this.scope.run(who, async () => {
      await this.people.update({ pinHash, pinFailures: 0 }, { where: { id: who.personId } });
      this.audit.note(pin === '' ? 'PIN taken away' : 'PIN set', who.personId);
    });
  }

  /** @throws ProblemError where somebody has no PIN, or it is another */
  async provePin(who: Who, personId: string, pin: string, from: string): Promise<void> {
    // One session tries everybody's, or one person's from everywhere: both are counted.
    const counted = await this.limit.takeInHand('pin', who.session?.id ?? who.personId, from);
    // Counted before it is known how it ends, and committed: many at once are counted too.
    const person = await this.scope.run(who, async () => {
      const row = await this.people.findOne({ where: { id: personId, leftOn: null }, lock: true });
      if (!row) throw notFound('person');
      if (row.pinHash !== null) await row.update({ pinFailures: row.pinFailures + 1 });
      return row;
    });
    const { pinHash, pinFailures, name } = person;
    if (pinHash === null)
      throw new ProblemError(422, 'no-pin', `${name} has set no PIN. Sign in with the password instead.`);
    if (pinFailures > MOST_PIN_FAILURES)
      throw new ProblemError(
        429,
        'pin-shut',
        `Too many wrong PINs. ${name} has to sign in with the password and set another.`,
      );
    if (!(await verify(pinHash, pin).catch(() => false))) {
      await this.scope.run(who, async () => this.audit.note('PIN refused', personId, { from }));
      throw new ProblemError(422, 'wrong-pin', `That is not the PIN of ${name}.`);
    }
    await counted.succeeded();
    await this.scope.run(who, () => this.people.update({ pinFailures: 0 }, { where: { id: personId } }));
  }

  /** Guessed with a session in hand it is counted and noted like signing in. */
  private async provePassword(who: Who, password: string, from: string): Promise<void> {
    const counted = await this.limit.takeInHand('password', who.personId, from);
    const person = await this.scope.run(who, () => this.people.findOne({ where: { id: who.personId } }));
    if (!(await verify(person!.passwordHash, password).catch(() => false))) {
      await this.scope.run(who, async () => this.audit.note('password refused', who.personId, { from }));
      throw wrongPassword();
    }
    await counted.succeeded();
  }
}
