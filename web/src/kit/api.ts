import type { Problem } from '@tribos/contract';
import { hearTime } from './clock.js';

/** An answer that is not a success, with the server's sentence. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.detail);
  }
}

/** The line is down: nothing was answered at all. */
export class LineDown extends Error {
  constructor() {
    super('The server cannot be reached. What you typed is kept on this device.');
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
    response = await fetch(`/api${path}`, { credentials: 'same-origin', ...init });
  } catch {
    throw new LineDown();
  }
  hearTime(response.headers.get('date'));
  if (response.status === 502 || response.status === 503 || response.status === 504) throw new LineDown();
  if (!response.ok) {
    const problem = (await response.json().catch(() => EMPTY)) as Problem;
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
  put: async <T>(path: string, body: unknown): Promise<T> => json<T>(await send(path, withBody('PUT', body))),
  patch: async <T>(path: string, body: unknown): Promise<T> =>
    json<T>(await send(path, withBody('PATCH', body))),
  delete: async <T>(path: string): Promise<T> => json<T>(await send(path, { method: 'DELETE' })),
};
