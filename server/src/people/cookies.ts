import { randomBytes } from 'node:crypto';
import type { Response } from 'express';
import { COOKIE, type SignedInRequest } from '../kit/access.js';
import { SESSION_HOURS, type Came, type SignedIn } from './session.service.js';

/** What a device is known by once somebody has signed in on it. */
const DEVICE = 'tribos_device';
const DEVICE_DAYS = 400;

const cookieOf = (request: SignedInRequest, name: string): string | null => {
  const value = (request.cookies as Record<string, unknown> | undefined)?.[name];
  return typeof value === 'string' && value.length <= 200 ? value : null;
};

/** Token of the session a request comes with; null without one. */
export const sessionToken = (request: SignedInRequest): string | null => cookieOf(request, COOKIE);
/** What the device of a request was known by before; null for a new one. */
export const knownDevice = (request: SignedInRequest): string | null => cookieOf(request, DEVICE);

export const cameFrom = (request: SignedInRequest): Came => ({
  before: sessionToken(request),
  device: knownDevice(request) ?? randomBytes(32).toString('base64url'),
  agent: request.headers['user-agent'] ?? '',
  from: request.ip ?? '',
});

/** Gives the device what it is signed in with from now on. */
export function giveCookies(
  request: SignedInRequest,
  response: Response,
  came: Came,
  { token }: SignedIn,
): void {
  const strict = { httpOnly: true, sameSite: 'strict', secure: request.secure } as const;
  response.cookie(COOKIE, token, { ...strict, path: '/', maxAge: SESSION_HOURS * 3_600_000 });
  response.cookie(DEVICE, came.device, {
    ...strict,
    path: '/api/session',
    maxAge: DEVICE_DAYS * 86_400_000,
  });
}

export const takeCookie = (response: Response): void =>
  void response.clearCookie(COOKIE, {
    httpOnly: true,
    sameSite: 'strict',
    secure: response.req.secure,
    path: '/',
  });
