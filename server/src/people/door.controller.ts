import { Body, Controller, HttpCode, Post, Req, Res } from '@nestjs/common';
import { Found, Join, RenewPassword, Token, type InvitationView, type SessionView } from '@tribos/contract';
import type { Response } from 'express';
import { Open, Unscoped, type SignedInRequest } from '../kit/access.js';
import { cameFrom, giveCookies } from './cookies.js';
import { FoundingService } from './founding.service.js';
import { InvitationsService } from './invitations.service.js';
import { PhonesService } from './phones.service.js';
import { SessionService } from './session.service.js';
import { sessionView } from './sessionView.js';
import { SignInLimit } from './signInLimit.js';

/** Ways in for somebody who cannot sign in yet. Each wants a secret, and is counted like signing in. */
@Controller('door')
@Open()
@Unscoped()
export class DoorController {
  constructor(
    private readonly founding: FoundingService,
    private readonly invitations: InvitationsService,
    private readonly phones: PhonesService,
    private readonly sessions: SessionService,
    private readonly limit: SignInLimit,
  ) {}

  /** Founds the shop of an empty house, and signs its first lead in. */
  @Post('found')
  found(
    @Body() body: Found,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    return this.letIn(request, response, 'found', () => this.founding.found(body));
  }

  /** What an invitation is for. The link is sent, not asked for by address: addresses are written down. */
  @Post('invitation')
  @HttpCode(200)
  async invitation(@Body() { token }: Token, @Req() request: SignedInRequest): Promise<InvitationView> {
    const counted = await this.counted('invitation', request);
    const view = await this.invitations.view(token);
    await counted.succeeded();
    return view;
  }

  /** Takes up an invitation: a name and a password. */
  @Post('join')
  join(
    @Body() body: Join,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    return this.letIn(request, response, 'invitation', () => this.invitations.join(body));
  }

  /** Sets another password by a one-time link. */
  @Post('password')
  renew(
    @Body() body: RenewPassword,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    return this.letIn(request, response, 'invitation', () => this.invitations.renew(body));
  }

  /** By the place it comes from alone: nobody can shut the door for others. */
  private counted(what: string, { ip = '' }: SignedInRequest) {
    return this.limit.take(`${what} ${ip}`, ip, null);
  }

  /** A phone takes up the code of a screen: it may what a PIN may. */
  @Post('phone')
  phone(
    @Body() { token }: Token,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    return this.letIn(request, response, 'phone', () => this.phones.take(token), 'code');
  }

  private async letIn(
    request: SignedInRequest,
    response: Response,
    what: string,
    prove: () => Promise<{
      readonly shopId: string;
      readonly personId: string;
      readonly letInBy?: string;
    }>,
    how: 'password' | 'code' = 'password',
  ): Promise<SessionView> {
    const counted = await this.counted(what, request);
    const { shopId, personId, letInBy = null } = await prove();
    await counted.succeeded();
    const came = cameFrom(request);
    const signedIn = await this.sessions.begin(shopId, personId, came, how, letInBy);
    giveCookies(request, response, came, signedIn);
    return sessionView(signedIn.who);
  }
}
