import { kaldera620, varrow312 } from '../engines/index.js';
import { apart, cameIn } from './apart.js';
import type { LogBook } from './build.js';

/** Tested and taken apart before it was measured. */
export const stripped312 = (book: LogBook): LogBook =>
  apart(
    cameIn(book, {
      compression: [['9.8', '10.9']],
      leakDown: [[11, 'filler']],
      plugs: ['tan, dry'],
      seen: {
        noise: 'slap when cold',
        oil: 'nothing',
        coolant: 'clean',
        openings: 'all closed',
        washed: 'washed and dry',
      },
    }),
    varrow312,
    {
      scope: 'top',
      notes: {
        marks: 'Line on the flywheel level with the case, cam dots level with the head',
        barrel: '0.20 steel, tab to the front',
      },
      odd: { 'head-bolts': ['other', 'Number 6 is the long one, 55'] },
      shelf: 'rack A, 1',
    },
  ).wait(90);

/** The one that seized: its crankcase drew air. */
export const stripped620 = (book: LogBook): LogBook =>
  apart(
    cameIn(book, {
      compression: [['5.2'], ['8.4']],
      leak: [[0.45, 0.401, 0.352, 0.304, 0.257], 'magneto side crank seal', 760],
      plugs: ['white or blistered', 'tan, dry'],
      seen: { noise: 'it does not turn', coolant: 'clean', openings: 'all closed', washed: 'washed and dry' },
    }),
    kaldera620,
    { scope: 'top', odd: { 'power-valves': ['stuck', 'Magneto side, carbon'] }, shelf: 'rack C, 3' },
  ).wait(60);
