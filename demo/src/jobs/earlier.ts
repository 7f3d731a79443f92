import { BUILD_SAID, FREE_SLIDE, MAKERS_BUILD, STACK_LAID } from '@tribos/core';
import { kaldera620, varrow312 } from '../engines/index.js';
import { apart, cameIn, leakTest, together } from './apart.js';
import { assembled, readyToStart } from './assembled.js';
import type { DemoJob, LogBook } from './build.js';
import { lookedOver, named } from './lookedOver.js';
import { ringsIn, type RingRow } from './ringsIn.js';
import { cams, decks, lashes, ports, shims, shimSwapped, squishes } from './setUp.js';

const GRADE_A = 'varrow-312-mx.varrow.grade-a';
const RINGS_312: readonly RingRow[] = [
  ['top', 1, 'barrel', 'A', 0.28, 0.3],
  ['second', 1.2, 'taper', 'A2', 0.4, 0.45],
  ['upper-rail', 0.45, 'rail', null, 0.25, 0.35],
  ['lower-rail', 0.45, 'rail', null, 0.25, 0.35],
];

/** Last spring’s top end of the same model, its maker’s own parts throughout: together, timed, ready. */
export function earlier312(book: LogBook): DemoJob['log'] {
  const of = varrow312;
  cameIn(book, {
    compression: [['9.6', '10.8']],
    leakDown: [[12, 'filler']],
    plugs: ['tan, dry'],
    seen: {
      noise: 'slap when cold',
      oil: 'nothing',
      coolant: 'clean',
      openings: 'all closed',
      washed: 'washed and dry',
    },
  });
  apart(book, of, { scope: 'top', notes: { barrel: '0.20 steel, tab to the front' }, shelf: 'rack A, 2' });
  lookedOver(book.wait(20), of, { parts: { 'piston:0': 'replace', 'rings:0': 'replace' } });
  named(book, 'wear', [], '58 h of racing, nothing blued.');
  book
    .wait(50)
    .bore(0, 'full', 'bore-gauge-1', [
      ...['79.004', '79.004', '79.003', '79.004'],
      ...['79.003', '79.003', '79.003', '79.003'],
      ...['79.002', '79.003', '79.002', '79.002'],
    ])
    .work('piston-renewed', 0, GRADE_A)
    .piston(0, GRADE_A, 'mic-75-100', '78.962')
    .entry(FREE_SLIDE, { cylinder: 0, slides: 'freely' })
    .work('brushed', 0, null, null, 'Nylon brush, 45°.')
    .work('washed', 0)
    .wait(60);
  ringsIn(book, {
    cylinder: 0,
    pack: 'Varrow',
    depths: [70, 12],
    rings: RINGS_312,
    way: 'A',
    gaps: { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 },
    expander: 'butted',
  });
  assembled(book.wait(30), of, 'Varrow', {
    squish: () => {
      book.entry(STACK_LAID, { where: 'base', gaskets: ['Varrow base 0.20'] });
      decks(book, of, [['0.16', '0.18']]);
    },
    lash: () => {
      // 0.110 over 2.400 for 0.180 wants 2.330: of what lay there 2.325 comes nearest.
      lashes(book.wait(90), of, {
        intake: [0.12, 0.15],
        exhaust: [0.15, 0.2],
        but: { 'valve-exhaust:1': [0.1, 0.12] },
      });
      shims(book, of, ['2.425', '2.450', '2.400', '2.375'], [2.275, 2.325, 2.45]);
      shimSwapped(book.wait(10), of, 2.325, [0.15, 0.2]);
    },
    contact: () => {
      book.entry(BUILD_SAID, MAKERS_BUILD);
      cams(book, of, { 'intake-opens': 12.5, 'exhaust-closes': 9.5 });
    },
  });
  return readyToStart(together(book.wait(30), of).wait(20), of).log;
}

const MATCHED = kaldera620.kits[0]!.id;
const RINGS_620: readonly RingRow[] = [
  ['top', 1.2, 'semi-keystone', 'C', 0.4, 0.45],
  ['second', 1.2, 'semi-keystone', 'C', 0.45, 0.5],
];

/** Last winter’s twin of the same model on the forged pair: its ports dressed, its squish set, together and ready. */
export function earlier620(book: LogBook): DemoJob['log'] {
  const of = kaldera620;
  cameIn(book, {
    compression: [['7.9'], ['8.0']],
    leak: [[0.45, 0.448, 0.446, 0.444, 0.442], 'none seen', 760],
    plugs: ['tan, dry', 'tan, dry'],
    seen: {
      noise: 'nothing unusual',
      coolant: 'clean',
      openings: 'all closed',
      washed: 'washed and dry',
    },
  });
  apart(book, of, { scope: 'top', shelf: 'rack C, 1' });
  const worn = ['piston:0', 'piston:1', 'rings:0', 'rings:1'].map((k) => [k, 'replace'] as const);
  lookedOver(book.wait(20), of, { parts: Object.fromEntries(worn) });
  named(book, 'wear', [], '9 800 km, rings at their end.');
  book.wait(40);
  ports(book, of, [
    ['38.52', '42.68'],
    ['53.04', '43.84'],
    ['52.98', '43.80'],
    ['38.41', '42.74'],
    ['53.02', '43.86'],
    ['53.00', '43.82'],
  ]);
  book.work(
    'ports-eased',
    null,
    null,
    null,
    'Edges broken by hand, 0.2 mm; the exhaust of the drive side dressed.',
  );
  ports(book, of, [
    ['38.51', '42.86'],
    ['53.03', '43.96'],
    ['52.99', '43.92'],
    ['38.48', '42.90'],
    ['53.02', '43.98'],
    ['53.00', '43.94'],
  ]);
  for (const c of [0, 1])
    book
      .bore(c, 'full', 'bore-gauge-1', [
        ...['76.406', '76.406', '76.405', '76.406'],
        ...['76.405', '76.405', '76.405'],
        ...['76.405', '76.405', '76.405', '76.405'],
      ])
      .work('piston-renewed', c, MATCHED)
      .piston(c, MATCHED, 'mic-75-100', '76.288')
      .entry(FREE_SLIDE, { cylinder: c, slides: 'freely' })
      .work('brushed', c, null, null, 'Nylon brush, 45°.')
      .work('washed', c);
  book.wait(60);
  for (const cylinder of [0, 1])
    ringsIn(book, {
      cylinder,
      pack: 'Corrie',
      depths: [82, 20],
      rings: RINGS_620,
      way: 'pegs',
      gaps: { top: 150, second: 210 },
      expander: null,
    });
  assembled(book.wait(30), of, 'Corrie', {
    squish: () => {
      book.entry(STACK_LAID, { where: 'base', gaskets: ['Kaldera base 0.35'] });
      squishes(book, of, '2.003', [
        ['1.522', '1.508'],
        ['1.517', '1.511'],
      ]);
    },
  });
  together(book.wait(30), of).wait(20);
  for (const way of ['pressure', 'vacuum'] as const)
    leakTest(book, {
      way,
      when: 'after',
      marks: [0.45, 0.448, 0.447, 0.445, 0.444],
      bubbles: 'none seen',
      engineVolume: 760,
    });
  return readyToStart(book, of).log;
}

/** Customers of those jobs: the same engines of others are in the shop now. */
export const EARLIER_CUSTOMERS: readonly string[] = ['Noor Achterberg', 'Tavita Rosengren'];
