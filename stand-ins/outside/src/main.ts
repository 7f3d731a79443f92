#!/usr/bin/env node
import { parseArgs } from 'node:util';
import { numberOf, standing, startOn } from '@tribos/stand-in-local';
import { startOutside } from './server.js';

const USUAL_PORT = 4220;

const { values } = parseArgs({
  options: {
    port: { type: 'string' },
    day: { type: 'string' },
    bias: { type: 'string' },
    spread: { type: 'string' },
    off: { type: 'string' },
  },
});
const knobs = {
  day: numberOf(values.day, 20),
  bias: numberOf(values.bias, 1.2),
  spread: numberOf(values.spread, 1.8),
  off: numberOf(values.off, 0.15),
};
const standIn = await startOn((port) => startOutside(port, knobs), values.port, USUAL_PORT);
standing(standIn, `Boring, plating and head shop stand-in: http://127.0.0.1:${standIn.port}`);
