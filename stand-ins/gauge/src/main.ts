#!/usr/bin/env node
import { parseArgs } from 'node:util';
import { startGauge } from './server.js';

const USUAL_PORT = 4190;
const NEXT = 20;

const { values } = parseArgs({
  options: {
    port: { type: 'string' },
    seed: { type: 'string' },
    scatter: { type: 'string' },
    drift: { type: 'string' },
    slip: { type: 'string' },
  },
});
const number = (text: string | undefined, fallback: number): number => {
  const value = Number(text);
  return text !== undefined && Number.isFinite(value) ? value : fallback;
};
const knobs = {
  scatter: number(values.scatter, 1),
  drift: number(values.drift, 0.5),
  slip: number(values.slip, 0.02),
};
const seed = Math.trunc(number(values.seed, Date.now() % 2 ** 31));

/** The asked port, or from the usual one on the next that is free. */
async function start() {
  if (values.port !== undefined) return startGauge(number(values.port, 0), seed, knobs);
  for (let port = USUAL_PORT; ; port += 1) {
    try {
      return await startGauge(port, seed, knobs);
    } catch (error) {
      if ((error as { code?: string }).code !== 'EADDRINUSE' || port > USUAL_PORT + NEXT) throw error;
    }
  }
}

const standIn = await start();
console.log(
  `Gauge stand-in: its page at http://127.0.0.1:${standIn.port}, its line at ws://127.0.0.1:${standIn.port}`,
);
process.send?.({ port: standIn.port });
const stop = () => void standIn.close().then(() => process.exit(0));
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop);
