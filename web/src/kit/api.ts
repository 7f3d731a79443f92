import type { Problem } from '@tribos/contract';
import { hearTime } from './clock.js';
import { early } from './early.js';
import { lineOf, setLine } from './line.js';

/** An answer that is not a success, with the server's sentence. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.detail);
  }
}

const DOWN = {
  server: 'The server cannot be reached. What you typed is kept on this device.',
  database:
    'The database is not answering: nothing can be kept there now. What you typed is kept on this device.',
  full: 'The disk of the database is full: it can be read, and keeps nothing until there is room. What you typed is kept on this device.',
  busy: 'The server has too much to do at the moment. What you typed is kept on this device.',
};

/** Nothing can be done about it here but to wait: nothing was answered, or that it cannot be done now. */
export class LineDown extends Error {
  constructor(readonly what: keyof typeof DOWN) {
    super(DOWN[what]);
  }
}

const EMPTY: Problem = {
  type: 'about:blank',
  title: 'Error',
  status: 0,
  code: 'unknown',
  detail: 'The server answered something that could not be read.',
};

async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  try {
    const asked = init.method === undefined ? early(path) : null;
    response = await (asked ?? fetch(`/api${path}`, { credentials: 'same-origin', ...init }));
  } catch {
    setLine('server');
    throw new LineDown('server');
  }
  hearTime(response.headers.get('date'));
  const problem = response.ok ? EMPTY : ((await response.json().catch(() => EMPTY)) as Problem);
  const line = lineOf(response.status, problem.code);
  if (line) setLine(line);
  if (line !== 'up') throw new LineDown(line ?? (problem.code === 'database-full' ? 'full' : 'busy'));
  if (!response.ok) {
    throw new ApiError(response.status, problem.detail ? problem : { ...EMPTY, status: response.status });
  }
  return response;
}

const json = async <T>(response: Response): Promise<T> =>
  response.status === 204 ? (undefined as T) : ((await response.json()) as T);

const withBody = (method: string, body: unknown): RequestInit => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** The API, one call per verb. Errors are `ApiError` or `LineDown`, never anything else. */
export const api = {
  get: async <T>(path: string): Promise<T> => json<T>(await send(path, {})),
  post: async <T>(path: string, body: unknown): Promise<T> =>
    json<T>(await send(path, withBody('POST', body))),
  /** Sends something as it is, under its own type. */
  send: async <T>(path: string, body: Blob): Promise<T> =>
    json<T>(
      await send(path, {
        method: 'POST',
        headers: { 'content-type': body.type.split(';')[0] || 'image/jpeg' },
        body,
      }),
    ),
  /** Sends a file as it is. */
  file: async <T>(path: string, file: Blob): Promise<T> =>
    json<T>(
      await send(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: file }),
    ),
  put: async <T>(path: string, body: unknown): Promise<T> => json<T>(await send(path, withBody('PUT', body))),
  patch: async <T>(path: string, body: unknown): Promise<T> =>
    json<T>(await send(path, withBody('PATCH', body))),
  delete: async <T>(path: string, body?: unknown): Promise<T> =>
    json<T>(await send(path, body === undefined ? { method: 'DELETE' } : withBody('DELETE', body))),
};
