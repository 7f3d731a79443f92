import { Catch, HttpException, HttpStatus, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { BodyClass, Problem } from '@tribos/contract';
import { CoreError, fieldsOf, type Shape } from '@tribos/core';
import type { ValidationError } from 'class-validator';
import type { Response } from 'express';
import { QueueFull } from './fairQueue.js';

/** An error that says what happened, what was kept and what to do. */
export class ProblemError extends HttpException {
  constructor(
    status: number,
    code: string,
    detail: string,
    extras: Pick<Problem, 'errors' | 'current'> = {},
    /** Seconds after which it may be tried again. */
    readonly retryAfter: number | null = status === 503 ? 2 : null,
  ) {
    const problem: Problem = {
      type: `urn:tribos:problem:${code}`,
      title: TITLES[status] ?? 'Error',
      status,
      code,
      detail,
      ...extras,
    };
    super(problem, status);
  }
}

const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  408: 'Took too long',
  409: 'Changed meanwhile',
  413: 'Too large',
  415: 'Wrong kind of content',
  422: 'Cannot be kept',
  429: 'Too many tries',
  500: 'Our fault',
  503: 'Not available',
};

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, 'not-found', `There is no such ${what} in this shop.`);

export const stale = (what: string, current: unknown): ProblemError =>
  new ProblemError(
    409,
    'stale',
    `This ${what} was changed by someone else meanwhile. Nothing was saved; compare the two and save again.`,
    { current },
  );

/** What is wrong with one field of a request, place by place. */
function troublesOf({ property, value, target, constraints }: ValidationError): Required<Problem>['errors'] {
  const shape = (target?.constructor as Partial<BodyClass<object>> | undefined)?.shape;
  const of = shape && (fieldsOf(shape) as Readonly<Record<string, Shape>>)[property];
  const misfits = of && value !== undefined ? of.check(value, `/${property}`) : [];
  if (misfits.length > 0)
    return misfits.map(({ path, sentence }) => ({ path, sentence: `${path.slice(1)} ${sentence}` }));
  return Object.values(constraints ?? {}).map((sentence) => ({ path: `/${property}`, sentence }));
}

/** What a validator found, as places with sentences. */
export function fromValidation(errors: readonly ValidationError[]): ProblemError {
  const all = errors.flatMap(troublesOf).slice(0, 20);
  return new ProblemError(
    400,
    'invalid',
    `Nothing was saved: ${all[0]?.sentence ?? 'the request does not have its shape'}.`,
    { errors: all },
  );
}

interface DatabaseError {
  readonly code?: string;
  readonly constraint?: string;
  readonly original?: { readonly code?: string; readonly constraint?: string };
  readonly parent?: { readonly code?: string; readonly constraint?: string };
}

const databaseAway = (): ProblemError =>
  new ProblemError(
    503,
    'database-away',
    'The database is not answering. Nothing was saved; try again in a moment.',
  );

const busy = (): ProblemError =>
  new ProblemError(
    503,
    'busy',
    'So much is being asked at once that this would only wait. Nothing was saved; try again in a moment.',
  );

const diskFull = (): ProblemError =>
  new ProblemError(
    503,
    'database-full',
    'The disk of the database is full: everything can be read, nothing can be kept until there is room. Nothing was saved.',
    {},
    10,
  );

/** Classes of PostgreSQL’s errors that are about the database itself. */
const AWAY = ['08', '53', '57', '58', 'F0', 'XX'];
/** The same, said by the system. */
const NOT_REACHED = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOENT']);

/** A connection that was cut in the middle says so in words alone. */
function isCut(error: unknown): boolean {
  const { name, message, parent } = (error ?? {}) as { name?: string; message?: string; parent?: Error };
  return (
    (name === 'SequelizeDatabaseError' || name === 'Error') &&
    /connection terminated|connection error|not queryable|client has encountered/iu.test(
      `${message} ${parent?.message}`,
    )
  );
}

/** What PostgreSQL refuses is the request's fault when it is about the data, ours otherwise. */
function fromDatabase(error: DatabaseError): ProblemError | null {
  // As Sequelize wraps it, or as the driver says it.
  const cause = error.original ?? error.parent ?? error;
  const { code } = cause;
  if (typeof code !== 'string') return null;
  if (cause.constraint === 'jobs_one_on_a_bench')
    return new ProblemError(
      409,
      'bench',
      'Somebody put another job on that bench at the same moment. Nothing was saved; look at the benches again.',
    );
  if (code === '23505')
    return new ProblemError(
      409,
      'exists',
      'Something with this id or name is already there. Nothing was saved.',
    );
  if (code === '23503')
    return new ProblemError(
      422,
      'unknown-reference',
      'The request names something that is not in this shop. Nothing was saved.',
    );
  if (code.startsWith('23') || code.startsWith('22'))
    return new ProblemError(
      422,
      'refused',
      'A figure or text in the request cannot be kept as it is. Nothing was saved.',
    );
  if (code === '40001' || code === '40P01')
    return new ProblemError(
      409,
      'busy',
      'Someone else wrote at the same moment. Nothing was saved; send it again.',
    );
  if (code === '53100' || code === 'ENOSPC') return diskFull();
  // Lost or refused connections, shutting down, out of resources, a broken file.
  if (AWAY.some((begin) => code.startsWith(begin)) || NOT_REACHED.has(code)) return databaseAway();
  return null;
}

/** What went wrong, as it is told. */
export function problemOf(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof QueueFull) return busy();
  if (error instanceof CoreError) return new ProblemError(422, error.code, error.message);
  if (error instanceof HttpException) {
    const status = error.getStatus();
    const detail =
      status === 404
        ? 'There is nothing at this address.'
        : status === 429
          ? 'Too many tries from here. Wait a minute.'
          : error.message;
    return new ProblemError(status, `http-${status}`, detail);
  }
  const { status, type, name } = (error ?? {}) as { status?: number; type?: string; name?: string };
  // Every connection is taken: the database is there, and busy.
  if (name === 'SequelizeConnectionAcquireTimeoutError') return busy();
  const fromPg = fromDatabase((error ?? {}) as DatabaseError);
  if (fromPg) return fromPg;
  if (name?.startsWith('SequelizeConnection') || isCut(error)) return databaseAway();
  if (status && status >= 400 && status < 500) {
    return new ProblemError(
      status,
      type ?? `http-${status}`,
      status === 413
        ? 'The request is too large. Nothing was saved.'
        : 'The request could not be read. Nothing was saved.',
    );
  }
  return new ProblemError(500, 'unexpected', 'Something went wrong here. Nothing was saved.');
}

/** Answers with a problem, where nothing was answered yet. */
export function sendProblem(response: Response, problem: ProblemError): void {
  if (response.headersSent) {
    response.end();
    return;
  }
  const said = problem.getResponse() as Problem;
  if (problem.retryAfter !== null) response.setHeader('retry-after', String(problem.retryAfter));
  response.status(said.status).type('application/problem+json').send(JSON.stringify(said));
}

/** Every error leaves as a problem document. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    const problem = problemOf(error);
    if (problem.getStatus() >= HttpStatus.INTERNAL_SERVER_ERROR) console.error(error);
    sendProblem(host.switchToHttp().getResponse<Response>(), problem);
  }
}
