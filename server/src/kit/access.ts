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
import { may, wantsPassword, type Permission } from '@tribos/contract';
import type { Request } from 'express';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { from, lastValueFrom, type Observable } from 'rxjs';
import { ProblemError } from './problems.js';
import { Scope, whoOf, type SessionRow, type Who } from './scope.js';

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
    const [row] = await this.sequelize.query<SessionRow>('SELECT * FROM session_person($1)', {
      bind: [hash],
      type: QueryTypes.SELECT,
    });
    return row ? whoOf(row) : null;
  }
}

/** Lets nobody in who is not signed in, or may not do what a route needs. */
function admitted(who: Who | null, needed: Permission): Who {
  if (!who)
    throw new ProblemError(
      401,
      'not-signed-in',
      'You are not signed in, or were signed out. What you typed is kept on this device.',
    );
  if (!may(who.role, needed))
    throw new ProblemError(
      403,
      'not-allowed',
      `A ${who.role} may not do this in this shop. Nothing was saved.`,
    );
  if (who.byPin && wantsPassword(needed))
    throw new ProblemError(
      403,
      'password-wanted',
      'You came in by PIN. Sign in with your password for this. Nothing was saved.',
    );
  return who;
}

/** What a route asks of who calls it. */
function asked(reflector: Reflector, context: ExecutionContext) {
  const targets = [context.getHandler(), context.getClass()];
  return {
    open: reflector.getAllAndOverride<boolean>(OPEN, targets) ?? false,
    unscoped: reflector.getAllAndOverride<boolean>(UNSCOPED, targets) ?? false,
    needs: reflector.getAllAndOverride<Permission>(PERMISSION, targets) ?? 'read',
  };
}

/**
 * Lets in who is signed in and may do it, to routes without a transaction of their own; to all others the scope
 * does, where it begins. Routes for everybody look for nobody.
 */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: Sessions,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const { open, unscoped, needs } = asked(this.reflector, context);
    if (open || !unscoped) return true;
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    request.who = admitted(await this.sessions.whoIs(request), needs);
    return true;
  }
}

/** Runs every request that is not for everybody in the scope of the shop of who calls. */
@Injectable()
export class ScopeInterceptor implements NestInterceptor {
  constructor(
    private readonly reflector: Reflector,
    private readonly scope: Scope,
    private readonly sessions: Sessions,
  ) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const { open, unscoped, needs } = asked(this.reflector, context);
    if (open || unscoped) return next.handle();
    const request = context.switchToHttp().getRequest<SignedInRequest>();
    const session = this.sessions.hashOf(request);
    const admit = (who: Who | null) => (request.who = admitted(who, needs));
    if (session === null) admit(null);
    const work = () => lastValueFrom(next.handle(), { defaultValue: undefined });
    return from(this.scope.enter(session!, admit, work, request.method === 'GET'));
  }
}
