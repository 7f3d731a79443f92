import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Req, Res } from '@nestjs/common';
import {
  ChangePassword,
  ChangePerson,
  Press,
  SetPin,
  SignIn,
  type PhoneCode,
  type SessionAnswer,
  type SessionRowView,
  type SessionView,
} from '@tribos/contract';
import type { Response } from 'express';
import { May, Open, Sessions, Unscoped, type SignedInRequest } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { cameFrom, giveCookies, knownDevice, sessionToken, takeCookie } from './cookies.js';
import { FoundingService } from './founding.service.js';
import { PhonesService, refusePhone } from './phones.service.js';
import { SecretsService } from './secrets.service.js';
import { SessionService } from './session.service.js';
import { sessionView } from './sessionView.js';
import { SignInLimit } from './signInLimit.js';

@Controller('session')
export class SessionController {
  constructor(
    private readonly sessions: SessionService,
    private readonly secrets: SecretsService,
    private readonly founding: FoundingService,
    private readonly phones: PhonesService,
    private readonly limit: SignInLimit,
    private readonly signedIn: Sessions,
  ) {}

  /** Who is signed in, or nothing: asked by every page before it knows. */
  @Get()
  @Open()
  async who(@Req() request: SignedInRequest): Promise<SessionAnswer> {
    const who = await this.signedIn.whoIs(request);
    return who
      ? { session: sessionView(who), empty: false }
      : { session: null, empty: await this.founding.isEmpty() };
  }

  /** Signs in; too many tries are slowed. */
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
    const before = knownDevice(request);
    const known = before !== null && (await this.sessions.knows(body.email, before));
    const counted = await this.limit.take(body.email, request.ip ?? '', known ? before : null);
    const came = cameFrom(request);
    const signedIn = await this.sessions.signIn(body.email, body.password, came);
    await counted.succeeded();
    giveCookies(request, response, came, signedIn);
    return sessionView(signedIn.who);
  }

  /** Signs out on this device. */
  @Delete()
  @HttpCode(204)
  async signOut(
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    await this.sessions.signOut(sessionToken(request)!);
    takeCookie(response);
  }

  /** Somebody else of the shop takes this device over, by their PIN: the next reading carries their name. */
  @Put('person')
  @Unscoped()
  async change(
    @Body() body: ChangePerson,
    @Req() request: SignedInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<SessionView> {
    refusePhone(request.who!);
    const came = cameFrom(request);
    await this.secrets.provePin(request.who!, body.personId, body.pin, came.from);
    const signedIn = await this.sessions.begin(request.who!.shopId, body.personId, came, 'pin');
    giveCookies(request, response, came, signedIn);
    return sessionView(signedIn.who);
  }

  /** Sets another password, by the one there is. */
  @Put('password')
  @Unscoped()
  @HttpCode(204)
  changePassword(@Body() body: ChangePassword, @Req() request: SignedInRequest): Promise<void> {
    return this.secrets.changePassword(request.who!, body, sessionToken(request)!, request.ip ?? '');
  }

  /** Sets the short PIN for changing to oneself, or takes it away. */
  @Put('pin')
  @Unscoped()
  @HttpCode(204)
  setPin(@Body() body: SetPin, @Req() request: SignedInRequest): Promise<void> {
    return this.secrets.setPin(request.who!, body, request.ip ?? '');
  }

  /** A code with which a phone becomes camera and foot-switch of this screen. */
  @Post('phone')
  phone(): Promise<PhoneCode> {
    return this.phones.code();
  }

  /** The foot-switch of a phone. */
  @Post('press')
  @HttpCode(204)
  @May('measure')
  press(@Body() { device, held = false }: Press): Promise<void> {
    return this.phones.press(device, held);
  }

  /** Where one is signed in. */
  @Get('devices')
  devices(@Req() request: SignedInRequest): Promise<SessionRowView[]> {
    return this.sessions.own(sessionToken(request)!);
  }

  /** Signs out everywhere but here. */
  @Delete('devices')
  @HttpCode(204)
  endOthers(@Req() request: SignedInRequest): Promise<void> {
    refusePhone(request.who!);
    return this.sessions.endOf(request.who!.personId, sessionToken(request));
  }

  /** Signs out on one other device. */
  @Delete('devices/:id')
  @HttpCode(204)
  endOne(@Param('id', IdPipe) id: string, @Req() request: SignedInRequest): Promise<void> {
    refusePhone(request.who!);
    return this.sessions.endOf(request.who!.personId, sessionToken(request), id);
  }
}
