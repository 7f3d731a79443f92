import { FREE_SLIDE, mm, RING_CARD, RING_CLOCK, RING_STEP, type GappedRing } from '@tribos/core';
import { drumlin386 } from '../engines/index.js';
import { assembled, readyToStart } from './assembled.js';
import { apart, cameIn, together } from './apart.js';
import type { DemoJob, LogBook } from './build.js';
import { lookedOver, named } from './lookedOver.js';

const PLUS_25 = 'drumlin-386.lintel.plus-0-25';
const RINGS: readonly (readonly [
  ring: GappedRing,
  height: number,
  section: 'rectangular' | 'taper' | 'rail',
  mark: string | null,
  goes: number,
  doesNot: number,
])[] = [
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
  for (const [ring, height, section, mark] of RINGS)
    book.entry(RING_CARD, {
      cylinder: 0,
      pack: 'Lintel',
      ring,
      height: mm(height),
      section,
      mark: mark === null ? null : 'up',
    });
  for (const [ring, , , , goes, doesNot] of RINGS) {
    const gap = { part: 'ring-gap', cylinder: 0, ring, depth: mm(14) } as const;
    book
      .entry(RING_STEP, { cylinder: 0, ring, what: 'squared' })
      .leaf(gap, doesNot, 'does-not')
      .leaf(gap, goes, 'goes')
      .entry(RING_STEP, { cylinder: 0, ring, what: 'washed' })
      .entry(RING_STEP, { cylinder: 0, ring, what: 'bagged' });
  }
  book.entry(RING_CLOCK, {
    cylinder: 0,
    pack: 'Lintel',
    way: 'A',
    gaps: { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 },
    expander: 'butted',
  });
  assembled(book.wait(30), drumlin386, 'Lintel');
  return readyToStart(together(book.wait(30), drumlin386).wait(20), drumlin386).log;
}
