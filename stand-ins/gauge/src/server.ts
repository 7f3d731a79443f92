import { readFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { WebSocketServer, type WebSocket } from 'ws';
import { Gauge, type Knobs } from './gauge.js';

const PAGE = new URL('../page/', import.meta.url);
const FILES: Readonly<Record<string, readonly [file: string, type: string]>> = {
  '/': ['index.html', 'text/html; charset=utf-8'],
  '/page.js': ['page.js', 'text/javascript; charset=utf-8'],
  '/page.css': ['page.css', 'text/css; charset=utf-8'],
};
const HEADERS = {
  'content-security-policy': "default-src 'self'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
};
const LONGEST = 4_096;

export interface StandIn {
  readonly port: number;
  close(): Promise<void>;
}

function isOfThisMachine(address: string): boolean {
  try {
    return ['127.0.0.1', 'localhost'].includes(new URL(address).hostname);
  } catch {
    return false;
  }
}

/** Only pages of this machine may hold the gauge, and only by its own name: another may be made to lead here. */
function local({ headers: { origin, host } }: IncomingMessage): boolean {
  return isOfThisMachine(`http://${host ?? ''}`) && (origin === undefined || isOfThisMachine(origin));
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  let text = '';
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > LONGEST) throw new Error('too long');
  }
  return text === '' ? {} : JSON.parse(text);
}

const LIMITS: Readonly<Record<keyof Knobs, readonly [low: number, high: number]>> = {
  scatter: [0, 20],
  drift: [-60, 60],
  slip: [0, 1],
};

/** Takes over the knobs that are numbers in their range; the rest stay. */
function turn(knobs: Knobs, asked: unknown): void {
  if (typeof asked !== 'object' || asked === null) return;
  for (const [name, [low, high]] of Object.entries(LIMITS) as [keyof Knobs, readonly [number, number]][]) {
    const value = (asked as Record<string, unknown>)[name];
    if (typeof value === 'number' && value >= low && value <= high) knobs[name] = value;
  }
}

/**
 * The gauge stand-in: its line on a WebSocket, its own page beside it, on loopback only.
 * @param port 0 for any free one
 */
export function startGauge(port: number, seed: number, knobs: Knobs): Promise<StandIn> {
  const gauge = new Gauge(seed, knobs);
  const holders = new Set<WebSocket>();
  let plugged = true;
  const state = () => ({
    plugged,
    holders: holders.size,
    knobs: gauge.knobs,
    place: gauge.place,
    sent: gauge.sent.slice(-40),
  });
  const unplug = () => {
    plugged = false;
    for (const socket of holders) socket.terminate();
  };
  const acts: Readonly<Record<string, (body: unknown) => void>> = {
    '/press': () => {
      const answer = gauge.take();
      if (plugged) for (const socket of holders) socket.send(answer);
    },
    '/unplug': unplug,
    '/plug': () => void (plugged = true),
    '/knobs': (body) => turn(gauge.knobs, body),
  };

  async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const path = request.url ?? '/';
    const json = (status: number, body: unknown) =>
      response
        .writeHead(status, { ...HEADERS, 'content-type': 'application/json' })
        .end(JSON.stringify(body));
    if (!local(request)) return void json(403, { detail: 'This gauge answers pages of this machine only.' });
    const file = FILES[path];
    if (request.method === 'GET' && file)
      return void response
        .writeHead(200, { ...HEADERS, 'content-type': file[1] })
        .end(readFileSync(new URL(file[0], PAGE)));
    if (request.method === 'GET' && path === '/state') return void json(200, state());
    const act = request.method === 'POST' ? acts[path] : undefined;
    if (!act) return void json(404, { detail: 'There is nothing at this address.' });
    try {
      act(await bodyOf(request));
    } catch {
      return void json(400, { detail: 'That is not JSON that can be read.' });
    }
    json(200, state());
  }

  const http = createServer((request, response) => void answer(request, response));
  const line = new WebSocketServer({ noServer: true, maxPayload: LONGEST });
  http.on('upgrade', (request, socket, head) => {
    if (!plugged || !local(request)) return socket.destroy();
    line.handleUpgrade(request, socket, head, (holder) => {
      holders.add(holder);
      holder.on('close', () => holders.delete(holder));
      holder.on('error', () => holder.terminate());
      holder.on('message', (data) => {
        const said = gauge.hear(String(data));
        if (said !== null) holder.send(said);
      });
    });
  });
  return new Promise((resolve, reject) => {
    http.once('error', reject);
    http.listen(port, '127.0.0.1', () =>
      resolve({
        port: (http.address() as AddressInfo).port,
        async close() {
          unplug();
          await new Promise((done) => http.close(done));
        },
      }),
    );
  });
}
