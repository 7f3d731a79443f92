import type { NestExpressApplication } from '@nestjs/platform-express';
import { MOST_FILE_BYTES, MOST_PHOTO_BYTES } from '@tribos/contract';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import { Sessions } from '../kit/access.js';
import { refuseUnboundedText } from '../kit/bodies.js';
import { ProblemError, sendProblem } from '../kit/problems.js';

/** A request of somebody who is not signed in holds an address and a password. */
const SIGNED_OUT = '16kb';
const SIGNED_IN = '512kb';
/** What a body may take on its way, ms: one that drips keeps a connection and nothing else. */
const JSON_MS = 15_000;
const FILE_MS = 120_000;

const IMPORTS = /^\/api\/imports\/?(?:\?|$)/u;
const PHOTOS = /^\/api\/jobs\/[^/]+\/photos\/?(?:\?|$)/u;
const FILES = [IMPORTS, PHOTOS];
const DOORS = ['/api/session', '/api/door'];

/** Ends a request whose body does not come. */
const within =
  (ms: number): RequestHandler =>
  (request, response, next) => {
    const { 'content-length': length = '0', 'transfer-encoding': chunked } = request.headers;
    // What has no body does not wait for one, however long its answer takes.
    if (length === '0' && chunked === undefined) return next();
    const late = setTimeout(() => {
      const problem = new ProblemError(
        408,
        'slow',
        'The request took too long to arrive. Nothing was saved.',
      );
      if (!response.headersSent) response.set('connection', 'close');
      sendProblem(response, problem);
      response.once('finish', () => request.destroy());
    }, ms);
    const came = () => clearTimeout(late);
    request.once('end', came);
    response.once('close', came);
    next();
  };

/**
 * How bodies are read: files as they came and by somebody who is signed in, everything else as JSON, small where
 * nobody is signed in. Nothing of a body is taken in before its size is known to be allowed.
 */
export function readBodies(app: NestExpressApplication): void {
  const sessions = app.get(Sessions);
  const signedIn = (request: Request, _: Response, next: NextFunction): void => {
    if (request.method !== 'POST') return next();
    sessions
      .whoIs(request)
      .then(
        (who) =>
          next(
            who
              ? undefined
              : new ProblemError(
                  401,
                  'not-signed-in',
                  'You are not signed in, or were signed out. What you typed is kept on this device.',
                ),
          ),
        next,
      );
  };
  const [slowly, soon] = [within(FILE_MS), within(JSON_MS)];
  app.use('/api', (request: Request, response: Response, next: NextFunction) =>
    (FILES.some((f) => f.test(request.originalUrl)) ? slowly : soon)(request, response, next),
  );
  app.use(FILES, signedIn);
  app.use(IMPORTS, express.raw({ type: 'application/json', limit: MOST_FILE_BYTES }));
  app.use(PHOTOS, express.raw({ type: ['image/*', 'audio/*', 'video/webm'], limit: MOST_PHOTO_BYTES }));
  const json = (limit: string) =>
    express.json({ limit, verify: (_request, _response, text) => refuseUnboundedText(text) });
  const [small, large] = [json(SIGNED_OUT), json(SIGNED_IN)];
  app.use(DOORS, small);
  app.use('/api', (request: Request, response: Response, next: NextFunction) =>
    (sessions.hashOf(request) === null ? small : large)(request, response, next),
  );
  // What a reader throws would be told as any other that cannot be read.
  app.use('/api', (error: unknown, _: Request, response: Response, next: NextFunction) =>
    error instanceof ProblemError ? sendProblem(response, error) : next(error),
  );
}
