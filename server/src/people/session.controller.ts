import { randomBytes } from 'node:crypto';
import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { SignIn, type SessionView } from '@tribos/contract';
import type { Response } from 'express';
import { COOKIE, Open, Sessions, Unscoped, type SignedInRequest } from '../kit/access.js';
import type { Who } from '../kit/scope.js';
import { SignInLimit } from './signInLimit.js';
import { SESSION_HOURS, SessionService } from './session.service.js';

const view = (who: Who): SessionView => ({
  person: { id: who.personId, name: who.name, role: who.role },
  shop: { id: who.shopId, name: who.shopName },
});

/** What a device is known by once somebody has signed in on it. */
const DEVICE = 'tribos_device';
const DEVICE_DAYS = 400;

const cookieOf = (request: SignedInRequest, name: string): string | null => {
  const value = (request.cookies as Record<string, unknown> | undefined)?.[name];
  return typeof value === 'string' && value.length <= 200 ? value : null;
};

@Controller('session')
export class SessionController {
  constructor(
    private readonly sessions: SessionService,
    private readonly limit: SignInLimit,
    private readonly signedIn: Sessions,
  ) {}

  /** Who is signed in, or nothing: asked by every page before it knows. */
  @Get()
  @Open()
  async who(@Req() request: SignedInRequest): Promise<{ session: SessionView | null }> {
    const who = await this.signedIn.whoIs(request);
    return { session: who ? view(who) : null };
  }

  @Post()
  @Open()
  // Without a transaction of its own: who signs in may be signed in already, in another shop.
  @Unscoped()
  @HttpCode(200)
  async signIn(
    @Body() body: SignIn,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    const came = cookieOf(request, DEVICE);
    const known = came !== null && (await this.sessions.knows(body.email, came));
    const counted = await this.limit.take(body.email, request.ip ?? '', known ? came : null);
    const device = came ?? randomBytes(32).toString('base64url');
    const before = cookieOf(request, COOKIE);
    const { token, who } = await this.sessions.signIn(body.email, body.password, before, device);
    await counted.succeeded();
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      path: '/',
      maxAge: SESSION_HOURS * 3_600_000,
    });
    response.cookie(DEVICE, device, {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      path: '/api/session',
      maxAge: DEVICE_DAYS * 86_400_000,
    });
    return view(who);
  }

  @Delete()
  @HttpCode(204)
  async signOut(
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    await this.sessions.signOut(cookieOf(request, COOKIE)!);
    response.clearCookie(COOKIE, { httpOnly: true, sameSite: 'strict', path: '/' });
  }
}
