import { createHash } from 'node:crypto';
import {
  Injectable,
  SetMetadata,
  type CallHandler,
  type CanActivate,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { InjectConnection } from '@nestjs/sequelize';
import { may, type Permission, type Role } from '@tribos/contract';
import type { Request } from 'express';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { from, lastValueFrom, type Observable } from 'rxjs';
import { ProblemError } from './problems.js';
import { Scope, type Who } from './scope.js';

export const COOKIE = 'tribos_session';

/** What is told of a session that ended, to nobody but its own streams. */
export const SESSION_ENDED = 'session-ended';

const PERMISSION = 'tribos:permission';
const OPEN = 'tribos:open';
const UNSCOPED = 'tribos:unscoped';

/** What the caller must be allowed to do. Without it a route needs `read`. */
export const May = (permission: Permission) => SetMetadata(PERMISSION, permission);
/** A route for people who are not signed in. */
export const Open = () => SetMetadata(OPEN, true);
/** A signed-in route that runs without a transaction of its own (streams). */
export const Unscoped = () => SetMetadata(UNSCOPED, true);

export type SignedInRequest = Request & { who?: Who };

export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();

/** Who a request comes from. */
@Injectable()
export class Sessions {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async whoIs(request: Request): Promise<Who | null> {
    const hash = this.hashOf(request);
    return hash === null ? null : this.of(hash);
  }

  /** What the session of a request is known by; null without one. */
  hashOf(request: Request): Buffer | null {
    const token = (request.cookies as Record<string, unknown> | undefined)?.[COOKIE];
    return typeof token !== 'string' || token.length > 200 ? null : hashToken(token);
  }

  /** Whether a session has neither ended nor run out; one that cannot be asked about now is taken to stand. */
  async stands(hash: Buffer): Promise<boolean> {
    return this.of(hash).then(
      (who) => who !== null,
      () => true,
    );
  }

  private async of(hash: Buffer): Promise<Who | null> {
    const [row] = await this.sequelize.query<{
      shop_id: string;
      shop_name: string;
      id: string;
      name: string;
      role: Role;
    }>('SELECT * FROM session_person($1)', { bind: [hash], type: QueryTypes.SELECT });
    return row
      ? { shopId: row.shop_id, shopName: row.shop_name, personId: row.id, name: row.name, role: row.role }
      : null;
  }
}

/** Lets in who is signed in and may do it. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: Sessions,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const targets = [context.getHandler(), context.getClass()];
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    const who = await this.sessions.whoIs(request);
    if (who) request.who = who;
    if (this.reflector.getAllAndOverride<boolean>(OPEN, targets)) return true;
    if (!who)
      throw new ProblemError(
        401,
        'not-signed-in',
        'You are not signed in, or were signed out. What you typed is kept on this device.',
      );
    const needed = this.reflector.getAllAndOverride<Permission>(PERMISSION, targets) ?? 'read';
    if (!may(who.role, needed))
      throw new ProblemError(
        403,
        'not-allowed',
        `A ${who.role} may not do this in this shop. Nothing was saved.`,
      );
    return true;
  }
}

/** Runs every signed-in request in the scope of its shop. */
@Injectable()
export class ScopeInterceptor implements NestInterceptor {
  constructor(
    private readonly reflector: Reflector,
    private readonly scope: Scope,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    const unscoped = this.reflector.getAllAndOverride<boolean>(UNSCOPED, [
      context.getHandler(),
      context.getClass(),
    ]);
    const { who } = request;
    if (!who || unscoped) return next.handle();
    return from(this.scope.run(who, () => lastValueFrom(next.handle(), { defaultValue: undefined })));
  }
}
