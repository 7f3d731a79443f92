#!/usr/bin/env node
import { parseArgs } from 'node:util';
import { numberOf, standing, startOn } from '@tribos/stand-in-local';
import { startGauge } from './server.js';

const USUAL_PORT = 4190;

const { values } = parseArgs({
  options: {
    port: { type: 'string' },
    seed: { type: 'string' },
    scatter: { type: 'string' },
    drift: { type: 'string' },
    slip: { type: 'string' },
  },
});
const knobs = {
  scatter: numberOf(values.scatter, 1),
  drift: numberOf(values.drift, 0.5),
  slip: numberOf(values.slip, 0.02),
};
const seed = Math.trunc(numberOf(values.seed, Date.now() % 2 ** 31));

const standIn = await startOn((port) => startGauge(port, seed, knobs), values.port, USUAL_PORT);
standing(
  standIn,
  `Gauge stand-in: its page at http://127.0.0.1:${standIn.port}, its line at ws://127.0.0.1:${standIn.port}`,
);
