import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { constants } from 'node:zlib';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type Request, type Response } from 'express';
import helmet from 'helmet';
import { BodyPipe } from '../kit/bodyPipe.js';
import { fromValidation, ProblemError } from '../kit/problems.js';
import { AppModule } from './app.module.js';
import { readBodies } from './bodyReaders.js';
import { describeApi } from './openapi.js';

const YEAR_S = 31_536_000;
/** What is sent is pressed lightly, and in one piece: a job is a hundred kilobytes, and waits for its reader otherwise. */
const PIECE = 256 * 1024;
const PRESSED = {
  level: 1,
  chunkSize: PIECE,
  brotli: { chunkSize: PIECE, params: { [constants.BROTLI_PARAM_QUALITY]: 1 } },
};
/** Name or address of a machine, and a port. It stands in what is printed for others to open. */
const HOST = /^[\w.:[\]-]{0,255}$/u;
const badHost = (): ProblemError =>
  new ProblemError(400, 'host', 'The request names no machine that could be this one. Nothing was saved.');

/**
 * Strict headers: everything comes from here, nothing runs inline, nobody frames it.
 * @param styles where styles may come from; only the API's own page brings some inline
 */
const headers = (styles: string[]) =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: styles,
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'blob:'],
        fontSrc: ["'self'"],
        // A gauge on this machine speaks over a line of its own.
        connectSrc: ["'self'", 'ws://127.0.0.1:*', 'ws://localhost:*'],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // On plain http at the bench, upgrading would only break it; behind TLS the proxy sets it.
    strictTransportSecurity: false,
  });
const strict = headers(["'self'"]);
const forDocs = headers(["'self'", "'unsafe-inline'"]);

/**
 * The application, not yet listening.
 * @param databaseUrl connection string of the application's own role
 * @param webRoot     built web application to serve beside the API, or null
 */
export async function createApp(
  databaseUrl: string,
  webRoot: string | null,
): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.on(databaseUrl), {
    logger: ['error', 'warn'],
    bodyParser: false,
    abortOnError: false,
  });
  app.use((request: Request, response: Response, next: () => void) =>
    (request.path.startsWith('/api/docs') ? forDocs : strict)(request, response, next),
  );
  trustProxy(app);
  app.use((request: Request, _: Response, next: (error?: unknown) => void) =>
    next(HOST.test(request.headers.host ?? '') ? undefined : badHost()),
  );
  // A stream of events must leave at once, not when a buffer is full.
  app.use(
    compression({
      ...PRESSED,
      filter: (request, response) => request.path !== '/api/events' && compression.filter(request, response),
    }),
  );
  // What the API says is for who asked, now: no cache on the way keeps it.
  app.use('/api', (_: Request, response: Response, next: () => void) => {
    response.setHeader('cache-control', 'no-store');
    next();
  });
  // With no-store nobody asks whether an answer is still the same.
  app.set('etag', false);
  app.use(cookieParser());
  readBodies(app);
  app.setGlobalPrefix('api');
  app.useGlobalPipes(
    new BodyPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      stopAtFirstError: true,
      exceptionFactory: fromValidation,
    }),
  );
  describeApi(app);
  if (webRoot && existsSync(webRoot)) serveWeb(app, webRoot);
  app.enableShutdownHooks();
  return app;
}

/**
 * Behind a proxy that speaks TLS, `TRUSTED_PROXY` names it (`loopback`, or addresses): what it says of who asks and how
 * is believed, and nobody else's word is. Without one nothing is.
 */
function trustProxy(app: NestExpressApplication): void {
  const trusted = process.env['TRUSTED_PROXY'];
  if (trusted) app.set('trust proxy', trusted.split(/[\s,]+/u));
}

function serveWeb(app: NestExpressApplication, root: string): void {
  const index = join(root, 'index.html');
  app.use(
    '/assets',
    express.static(join(root, 'assets'), { immutable: true, maxAge: YEAR_S * 1000, fallthrough: false }),
  );
  app.use(express.static(root, { index: false }));
  app.use((request: Request, response: Response, next: () => void) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) return next();
    response.setHeader('cache-control', 'no-cache');
    return response.sendFile(index);
  });
}
