import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';

/** A small process of the simulated outside world, on loopback only. */
export interface StandIn {
  readonly port: number;
  close(): Promise<void>;
}

const HEADERS = {
  'content-security-policy': "default-src 'self'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
};
const FILES: Readonly<Record<string, readonly [file: string, type: string]>> = {
  '/': ['index.html', 'text/html; charset=utf-8'],
  '/page.js': ['page.js', 'text/javascript; charset=utf-8'],
};
/** All their pages look alike. */
const LOOK = new URL('../page/page.css', import.meta.url);

function isOfThisMachine(address: string): boolean {
  try {
    return ['127.0.0.1', 'localhost'].includes(new URL(address).hostname);
  } catch {
    return false;
  }
}

/** Only pages and programs of this machine, and only by its own name: another may be made to lead here. */
export const isLocal = ({ headers: { origin, host } }: IncomingMessage): boolean =>
  isOfThisMachine(`http://${host ?? ''}`) && (origin === undefined || isOfThisMachine(origin));

async function bodyOf(request: IncomingMessage, longest: number): Promise<unknown> {
  let text = '';
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > longest) throw new Error('too long');
  }
  return text === '' ? {} : JSON.parse(text);
}

/** What is answered to a request: a status and JSON; null where there is nothing at that address. */
export type Answering = (
  request: { readonly method: string; readonly path: string; readonly body: unknown },
  response: ServerResponse,
) => readonly [status: number, body: unknown] | 'answered' | null;

/**
 * Serves a stand-in's own page (`index.html`, `page.js`) and what `answering` says.
 * @param page    folder of the page
 * @param longest body that is read, characters
 */
export function localServer(page: URL, answering: Answering, longest = 4_096): Server {
  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const path = request.url ?? '/';
    const method = request.method ?? 'GET';
    const json = (status: number, body: unknown) =>
      void response
        .writeHead(status, { ...HEADERS, 'content-type': 'application/json' })
        .end(JSON.stringify(body));
    if (!isLocal(request)) return json(403, { detail: 'This stand-in answers this machine only.' });
    const file = FILES[path];
    if (method === 'GET' && file)
      return void response
        .writeHead(200, { ...HEADERS, 'content-type': file[1] })
        .end(readFileSync(new URL(file[0], page)));
    if (method === 'GET' && path === '/page.css')
      return void response
        .writeHead(200, { ...HEADERS, 'content-type': 'text/css; charset=utf-8' })
        .end(readFileSync(LOOK));
    let body: unknown;
    try {
      body = await bodyOf(request, longest);
    } catch {
      return json(400, { detail: 'That is not JSON that can be read.' });
    }
    const said = answering({ method, path, body }, response);
    if (said === 'answered') return;
    if (said === null) return json(404, { detail: 'There is nothing at this address.' });
    json(...said);
  }
  return createServer((request, response) => void answer(request, response));
}

/**
 * @param port 0 for any free one
 * @param before what else ends first
 */
export function listening(
  http: Server,
  port: number,
  before: () => void = () => undefined,
): Promise<StandIn> {
  return new Promise((resolve, reject) => {
    http.once('error', reject);
    http.listen(port, '127.0.0.1', () =>
      resolve({
        port: (http.address() as AddressInfo).port,
        async close() {
          before();
          http.closeAllConnections();
          await new Promise((done) => http.close(done));
        },
      }),
    );
  });
}

const MOST_TRIED = 20;

/** Starts on the port that was asked for, or from the usual one on the next that is free. */
export async function startOn(
  start: (port: number) => Promise<StandIn>,
  asked: string | undefined,
  usual: number,
): Promise<StandIn> {
  if (asked !== undefined) return start(numberOf(asked, 0));
  for (let port = usual; ; port += 1) {
    try {
      return await start(port);
    } catch (error) {
      if ((error as { code?: string }).code !== 'EADDRINUSE' || port > usual + MOST_TRIED) throw error;
    }
  }
}

/** Tells whoever started this process where it listens, and ends with it. */
export function standing(standIn: StandIn, hello: string): void {
  console.log(hello);
  process.send?.({ port: standIn.port });
  const stop = () => void standIn.close().then(() => process.exit(0));
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('disconnect', stop);
}

export const numberOf = (text: string | undefined, fallback: number): number => {
  const value = Number(text);
  return text !== undefined && Number.isFinite(value) ? value : fallback;
};

/** Takes over the knobs that are numbers in their range; the rest stay. */
export function turnKnobs<K extends string>(
  knobs: Record<K, number>,
  limits: Readonly<Record<K, readonly [low: number, high: number]>>,
  asked: unknown,
): void {
  if (typeof asked !== 'object' || asked === null) return;
  for (const [name, [low, high]] of Object.entries(limits) as [K, readonly [number, number]][]) {
    const value = (asked as Record<string, unknown>)[name];
    if (typeof value === 'number' && value >= low && value <= high) knobs[name] = value;
  }
}
