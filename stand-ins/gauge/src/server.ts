import {
  isLocal,
  listening,
  localServer,
  turnKnobs,
  type Answering,
  type StandIn,
} from '@tribos/stand-in-local';
import { WebSocketServer, type WebSocket } from 'ws';
import { Gauge, type Knobs } from './gauge.js';

const PAGE = new URL('../page/', import.meta.url);
const LONGEST = 4_096;

const LIMITS: Readonly<Record<keyof Knobs, readonly [low: number, high: number]>> = {
  scatter: [0, 20],
  drift: [-60, 60],
  slip: [0, 1],
};

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
    '/knobs': (body) => turnKnobs(gauge.knobs, LIMITS, body),
  };
  const answering: Answering = ({ method, path, body }) => {
    if (method === 'GET' && path === '/state') return [200, state()];
    const act = method === 'POST' ? acts[path] : undefined;
    if (!act) return null;
    act(body);
    return [200, state()];
  };
  const http = localServer(PAGE, answering, LONGEST);
  const line = new WebSocketServer({ noServer: true, maxPayload: LONGEST });
  http.on('upgrade', (request, socket, head) => {
    if (!plugged || !isLocal(request)) return socket.destroy();
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
  return listening(http, port, unplug);
}
