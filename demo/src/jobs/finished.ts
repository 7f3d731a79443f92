import { FREE_SLIDE, STACK_LAID } from '@tribos/core';
import { drumlin386 } from '../engines/index.js';
import { assembled, readyToStart, retorqueOn } from './assembled.js';
import { apart, cameIn, together } from './apart.js';
import type { DemoJob, LogBook } from './build.js';
import { day } from './days.js';
import { lookedOver, named } from './lookedOver.js';
import { ringsIn, type RingRow } from './ringsIn.js';
import { cams, clays, decks, lashes } from './setUp.js';

const PLUS_25 = 'drumlin-386.lintel.plus-0-25';
const RINGS: readonly RingRow[] = [
  ['top', 1.2, 'rectangular', 'L', 0.3, 0.35],
  ['second', 1.5, 'taper', 'L2', 0.4, 0.45],
  ['upper-rail', 0.45, 'rail', null, 0.25, 0.35],
  ['lower-rail', 0.45, 'rail', null, 0.25, 0.4],
];

/** Worn past its limit, bored to +0.25, measured on its return, its rings gapped and everything back on. */
export function finishedLog(book: LogBook): DemoJob['log'] {
  cameIn(book, {
    compression: [['7.9', '9.6']],
    leakDown: [[19, 'filler']],
    plugs: ['wet with oil'],
    seen: {
      noise: 'nothing unusual',
      oil: 'nothing',
      coolant: 'clean',
      openings: 'all closed',
      washed: 'washed and dry',
    },
  });
  apart(book, drumlin386, {
    scope: 'top',
    notes: { marks: 'Line on the flywheel in the window, sprocket marks level with the head' },
    shelf: 'rack A, 3',
  });
  lookedOver(book.wait(20), drumlin386, {
    parts: { 'piston:0': 'replace', 'rings:0': 'replace' },
  });
  named(book, 'wear', ['Spark plug: wet with oil'], '2 900 km of farm work, nothing blued.');
  book
    .wait(50)
    .bore(0, 'full', 'bore-gauge-1', [
      ...['84.096', '84.095', '84.093', '84.094'],
      ...['84.071', '84.069', '84.066', '84.068'],
      ...['84.034', '84.033', '84.031', '84.032'],
    ])
    .piston(0, null, 'mic-75-100', '83.931')
    .wait(3 * 24 * 60)
    .work('bored', 0, PLUS_25, [84.248, 84.267], 'Back from boring.')
    .work('washed', 0)
    .wait(40)
    .piston(0, PLUS_25, 'mic-75-100', '84.212')
    .bore(0, 'full', 'bore-gauge-1', [
      ...['84.257', '84.256', '84.256', '84.257'],
      ...['84.256', '84.257', '84.257', '84.256'],
      ...['84.256', '84.256', '84.257', '84.256'],
    ])
    .entry(FREE_SLIDE, { cylinder: 0, slides: 'freely' })
    .wait(40);
  ringsIn(book, {
    cylinder: 0,
    pack: 'Lintel',
    depths: [14],
    rings: RINGS,
    way: 'A',
    gaps: { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 },
    expander: 'butted',
  });
  assembled(book.wait(30), drumlin386, 'Lintel', {
    squish: () => {
      book.entry(STACK_LAID, { where: 'base', gaskets: ['Drumlin base 0.50'] });
      book.entry(STACK_LAID, { where: 'head', gaskets: ['Drumlin head 0.80'] });
      decks(book, drumlin386, [['0.48', '0.51']]);
    },
    lash: () => lashes(book.wait(90), drumlin386, { intake: [0.07, 0.09], exhaust: [0.1, 0.12] }),
    contact: () =>
      cams(
        clays(book, drumlin386, 'Lintel', ['1.42', '1.45', '1.66', '1.63']),
        drumlin386,
        { 'intake-opens': 8.5, 'intake-closes': 37, 'exhaust-opens': 36.5, 'exhaust-closes': 5.5 },
        '0.62',
      ),
  });
  retorqueOn(book, drumlin386, day(book.startedAt, 26));
  return readyToStart(together(book.wait(30), drumlin386).wait(20), drumlin386).log;
}
