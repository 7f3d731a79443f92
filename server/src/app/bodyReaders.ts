import type { NestExpressApplication } from '@nestjs/platform-express';
import { MOST_FILE_BYTES, MOST_PHOTO_BYTES } from '@tribos/contract';
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import { Sessions } from '../kit/access.js';
import { ProblemError } from '../kit/problems.js';

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
    if (request.method === 'GET') return next();
    const late = setTimeout(() => {
      const problem = new ProblemError(
        408,
        'slow',
        'The request took too long to arrive. Nothing was saved.',
      );
      if (!response.headersSent)
        response
          .status(408)
          .set('connection', 'close')
          .type('application/problem+json')
          .send(JSON.stringify(problem.getResponse()));
      request.destroy();
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
  app.use(DOORS, express.json({ limit: SIGNED_OUT }));
  const [small, large] = [express.json({ limit: SIGNED_OUT }), express.json({ limit: SIGNED_IN })];
  app.use('/api', (request: Request, response: Response, next: NextFunction) =>
    (sessions.hashOf(request) === null ? small : large)(request, response, next),
  );
}
