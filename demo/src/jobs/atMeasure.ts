import { FILED, FREE_SLIDE, mm, RING_CARD, RING_STEP, um, type GappedRing } from '@tribos/core';
import { brask59, kaldera620, pellworm720, varrow312, varrow644 } from '../engines/index.js';
import { benches } from '../shop.js';
import { PLUS_50, pellwormLog } from './bored.js';
import type { DemoJob } from './build.js';
import { day } from './days.js';
import { head644, seized620 } from './lookedOver.js';
import { DAY, TOMASZ, TWENTY, type Shelf } from './shelf.js';
import { stripped312, stripped620 } from './stripped.js';

const CORRIE = 'varrow-312-mx.corrie.corrie-forged';
const corrieRing = (ring: GappedRing) => ({ cylinder: 0, pack: 'Corrie', ring });
/** A ring of the forged kit, where this bore is smallest. */
const ringGap = (ring: GappedRing) => ({ part: 'ring-gap', cylinder: 0, ring, depth: mm(70) }) as const;

const MATCHED = kaldera620.kits[0]!.id;

/** Jobs that show what readings can and cannot prove. */
export const atMeasure = ({ now, book }: Shelf): readonly DemoJob[] => [
  {
    engine: varrow644,
    customer: { name: 'Anselm Duarte', phone: '0155 010 31' },
    facts: {
      machine: 'Varrow 644 Twin',
      engineNumber: '644-20817',
      use: '38 400 km',
      complaint: 'Uses oil, rattles cold',
      bench: benches[0]!,
      promised: day(now, 10),
      plan: 'full',
      seized: false,
      thermal: TWENTY,
      fitted: { piston: null, ring: null },
    },
    createdDaysAgo: 6,
    log: head644(book(varrow644, 1, TOMASZ), varrow644)
      .bore(0, 'full', 'telescoping', [
        '77.097',
        '77.084',
        '77.071',
        '77.084',
        '77.081',
        '77.074',
        '77.066',
        '77.073',
        '77.058',
        '77.056',
        '77.055',
        '77.057',
      ])
      .bore(1, 'full', 'bore-gauge-2', [
        '77.118',
        '77.142',
        '77.116',
        '77.090',
        '77.096',
        '77.104',
        '77.083',
        '77.075',
        '77.062',
        '77.064',
        '77.055',
        '77.054',
      ])
      .finding(1, 'score', { depth: 32, angle: 8 }, um(10))
      .note('Score on the right wall, exhaust side, 0.010 deep by the edge of a straightedge and leaf.')
      .piston(0, null, 'mic-75-100', '76.951')
      .piston(1, null, 'mic-75-100', '76.902', 'crown').log,
    decisions: [],
  },
  {
    engine: varrow312,
    customer: { name: 'Leilani Brandt', phone: '0155 010 77' },
    facts: {
      machine: 'Varrow 312 MX',
      engineNumber: 'MX-3301-44',
      use: '61 h',
      complaint: 'Due for a top end; forged kit brought by the customer',
      bench: benches[1]!,
      promised: day(now, 4),
      plan: 'usual',
      seized: false,
      thermal: TWENTY,
      fitted: { piston: null, ring: null },
    },
    createdDaysAgo: 9,
    log: stripped312(book(varrow312, 2, TOMASZ))
      .bore(0, 'usual', 'bore-gauge-1', ['79.008', '79.006', '79.007', '79.006', '79.006', '79.005'])
      .piston(0, CORRIE, 'mic-75-100', '78.940')
      .wait(14 * 60)
      .entry(FREE_SLIDE, { cylinder: 0, slides: 'freely' })
      .work('brushed', 0, null, null, 'Nylon brush, 45°, mineral honing fluid.')
      .work('washed', 0)
      .wait(40)
      .entry(RING_CARD, { ...corrieRing('top'), height: mm(0.9), section: 'barrel', mark: 'up' })
      .entry(RING_CARD, { ...corrieRing('second'), height: mm(1.2), section: 'taper', mark: 'up' })
      .entry(RING_STEP, { cylinder: 0, ring: 'top', what: 'squared' })
      .leaf(ringGap('top'), 0.35, 'does-not')
      .leaf(ringGap('top'), 0.22, 'goes')
      .leaf(ringGap('top'), 0.25, 'does-not')
      .entry(FILED, { cylinder: 0, ring: 'top', tool: 'grinder', strokes: 12 })
      .entry(RING_STEP, { cylinder: 0, ring: 'top', what: 'deburred' })
      .entry(RING_STEP, { cylinder: 0, ring: 'top', what: 'washed' })
      .entry(RING_STEP, { cylinder: 0, ring: 'top', what: 'squared' })
      .leaf(ringGap('top'), 0.35, 'does-not')
      .leaf(ringGap('top'), 0.28, 'goes')
      .leaf(ringGap('top'), 0.3, 'drags').log,
    decisions: [
      {
        id: 'decision-1',
        at: new Date(now.getTime() - 1.5 * DAY).toISOString(),
        by: 'Mirela Okafor-Lind',
        importedBy: null,
        route: 'fit',
        kitId: CORRIE,
        reason: 'The customer brought the forged kit; its own sheet governs clearance and gaps.',
      },
    ],
  },
  {
    engine: brask59,
    customer: { name: 'Yusuf Hallgrim', phone: '0155 010 12' },
    facts: {
      machine: 'Brask 59',
      engineNumber: '59-118803',
      use: 'three winters',
      complaint: 'Low compression, hard to start hot',
      bench: benches[2]!,
      promised: day(now, 2),
      plan: 'usual',
      seized: false,
      thermal: { ...TWENTY, sameBench: false },
      fitted: { piston: null, ring: null },
    },
    createdDaysAgo: 3,
    log: book(brask59, 1, 'Ngaire Solano')
      .bore(0, 'usual', 'calliper', ['45.22', '45.22', '45.21', '45.22', '45.21', '45.21'])
      .piston(0, null, 'calliper', '45.13')
      .work('piston-eased', 0, null, null, 'Crown edge eased by hand where it had picked up.')
      .work('washed', 0)
      .piston(0, null, 'calliper', '45.13')
      .leaf({ part: 'clearance', cylinder: 0, kit: null }, 0.05, 'goes')
      .leaf({ part: 'clearance', cylinder: 0, kit: null }, 0.08, 'does-not')
      .leaf({ part: 'clearance', cylinder: 0, kit: null }, 0.06, 'goes')
      .leaf({ part: 'clearance', cylinder: 0, kit: null }, 0.07, 'drags')
      .work('ports-eased', 0, null, null, 'Burr at the intake edge dressed, 0.2 mm by hand; edge only.')
      .work('washed', 0)
      .wait(45)
      .read({ part: 'bore', cylinder: 0, depth: mm(42), angle: 0 }, 'calliper', '45.21')
      .leaf({ part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(11) }, 0.25, 'goes')
      .leaf({ part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(11) }, 0.4, 'does-not')
      .leaf({ part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(11) }, 0.3, 'goes')
      .leaf({ part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(11) }, 0.35, 'drags').log,
    decisions: [],
  },
  {
    engine: kaldera620,
    customer: { name: 'Oisín Takahashi', phone: '0155 010 64' },
    facts: {
      machine: 'Kaldera 620 Twin',
      engineNumber: 'K620-55-0193',
      use: '4 100 km',
      complaint: 'Will not turn over after the winter; stood outside',
      bench: null,
      promised: day(now, 24),
      plan: 'usual',
      seized: true,
      thermal: TWENTY,
      fitted: { piston: null, ring: null },
    },
    createdDaysAgo: 12,
    log: seized620(stripped620(book(kaldera620, 5, TOMASZ)), kaldera620)
      .zero('bore-gauge-2', 'mic-75-100', '76.405')
      .compare(0, 'usual', 'bore-gauge-2', [
        '-8 -9 -8',
        '-3 -3 -2',
        '-36 -35 -36',
        '-31 -33 -32',
        '-18 -18 -17',
        '-11 -11 -12',
      ])
      .compare(1, 'usual', 'bore-gauge-2', [
        '-2 -1 -2',
        '0 -1 0',
        '-3 -3 -2',
        '-2 -2 -3',
        '0 +1 0',
        '+1 +1 0',
      ])
      .closingZero('-1')
      .piston(0, null, 'mic-75-100', '76.268')
      .piston(1, null, 'mic-75-100', '76.279')
      .finding(0, 'flaking', { depth: 44, angle: 52 }, null)
      .finding(0, 'scuff', { depth: 71, angle: 150 }, um(20))
      .note('Air leak at the magneto side crank seal: soap bubbles at 0.45 bar. The cause of the seizure.')
      .wait(1_500)
      .send(
        {
          what: 'replate',
          firm: 'Quillon Plating',
          kitId: MATCHED,
          lines: [
            [76.288, 76.405, 76.413],
            [76.288, 76.405, 76.413],
          ],
          due: day(now, 11),
        },
        kaldera620,
      ).log,
    decisions: [
      {
        id: 'decision-1',
        at: new Date(now.getTime() - 4.5 * DAY).toISOString(),
        by: 'Mirela Okafor-Lind',
        importedBy: null,
        route: 'replate',
        kitId: MATCHED,
        reason:
          'Magneto side: flaked plating is never reused. Strip and replate, waiting for the plating shop; another cylinder would cost as much and come later.',
      },
    ],
  },
  {
    engine: pellworm720,
    customer: { name: 'Ines Varga-Mbeki', phone: '0155 010 09' },
    facts: {
      machine: 'Pellworm 720',
      engineNumber: 'PW720-3388',
      use: '310 h',
      complaint: 'Hard to start, low compression in front',
      bench: null,
      promised: day(now, 9),
      plan: 'usual',
      seized: false,
      thermal: TWENTY,
      fitted: { piston: null, ring: null },
    },
    createdDaysAgo: 16,
    log: pellwormLog(book(pellworm720, 9, TOMASZ)),
    decisions: [
      {
        id: 'decision-1',
        at: new Date(now.getTime() - 8.5 * DAY).toISOString(),
        by: 'Mirela Okafor-Lind',
        importedBy: null,
        route: 'bore',
        kitId: PLUS_50,
        reason: 'The front does not surely clean up at +0.25; both take the same oversize.',
      },
    ],
  },
];
