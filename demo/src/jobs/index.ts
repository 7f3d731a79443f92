import {
  FILED,
  FREE_SLIDE,
  mm,
  RING_CARD,
  RING_STEP,
  um,
  type GappedRing,
  type Instrument,
  type Thermal,
} from '@tribos/core';
import {
  brask59,
  drumlin212,
  drumlin386,
  kaldera620,
  pellworm720,
  varrow312,
  varrow644,
  varrow744,
} from '../engines/index.js';
import { benches } from '../shop.js';
import { apart, cameIn } from './apart.js';
import { squishOf212 } from './assembled.js';
import { PLUS_50, pellwormLog } from './bored.js';
import { LogBook, type DemoJob } from './build.js';
import { earlier312, earlier620 } from './earlier.js';
import { finishedLog } from './finished.js';
import { day } from './days.js';
import { bearings744, crank212, head644, seized620 } from './lookedOver.js';
import { stripped312, stripped620 } from './stripped.js';

export type { DemoJob } from './build.js';
export { EARLIER_CUSTOMERS } from './earlier.js';

const DAY = 86_400_000;
const twenty: Thermal = { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null };

const CORRIE = 'varrow-312-mx.corrie.corrie-forged';
const corrieRing = (ring: GappedRing) => ({ cylinder: 0, pack: 'Corrie', ring });
/** A ring of the forged kit, where this bore is smallest. */
const ringGap = (ring: GappedRing) => ({ part: 'ring-gap', cylinder: 0, ring, depth: mm(70) }) as const;

const MATCHED = kaldera620.kits[0]!.id;

/** A job that waits on the shelf with nothing read. */
const unread = (
  now: Date,
  engine: DemoJob['engine'],
  name: string,
  phone: string,
  complaint: string,
  promised: number,
): DemoJob => ({
  engine,
  customer: { name, phone },
  facts: {
    machine: `${engine.maker} ${engine.model}`,
    engineNumber: '',
    use: '',
    complaint,
    bench: null,
    promised: day(now, promised),
    plan: 'usual',
    seized: false,
    thermal: twenty,
    fitted: { piston: null, ring: null },
  },
  createdDaysAgo: 2,
  log: [],
  decisions: [],
});

/** The jobs on the shelf when the demo starts, dated from `now`. */
export function jobs(now: Date, instruments: readonly Instrument[]): DemoJob[] {
  const book = (engine: DemoJob['engine'], daysAgo: number, by: string) =>
    new LogBook(engine, instruments, new Date(now.getTime() - daysAgo * DAY), by);
  const tomasz = 'Tomasz Adeyemi';
  return [
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
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 6,
      log: head644(book(varrow644, 1, tomasz), varrow644)
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
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 9,
      log: stripped312(book(varrow312, 2, tomasz))
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
        thermal: { ...twenty, sameBench: false },
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
        complaint: 'Seized on the magneto side; crank seal on that side draws air',
        bench: null,
        promised: day(now, 24),
        plan: 'usual',
        seized: true,
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 12,
      log: seized620(stripped620(book(kaldera620, 5, tomasz)), kaldera620)
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
        thermal: twenty,
        fitted: { piston: null, ring: null },
      },
      createdDaysAgo: 16,
      log: pellwormLog(book(pellworm720, 9, tomasz)),
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
    {
      ...unread(
        now,
        drumlin212,
        'Aroha Lindqvist',
        '0155 010 45',
        'Knocks, worn big end; new crank to go in',
        13,
      ),
      log: squishOf212(
        crank212(
          apart(
            cameIn(book(drumlin212, 2, tomasz), {
              compression: [['7.6']],
              leak: [[0.45, 0.448, 0.446, 0.443, 0.441], 'none seen', 420],
              plugs: ['sooty, dry'],
              seen: {
                noise: 'deep knock',
                oil: 'nothing',
                coolant: 'clean',
                openings: 'all closed',
                washed: 'washed and dry',
              },
            }),
            drumlin212,
            {
              scope: 'whole',
              notes: { crank: 'One shim, 0.2, flywheel end, chamfer to the web' },
              shelf: 'rack B, 2',
            },
          ),
          drumlin212,
        ),
        drumlin212,
      ).log,
    },
    {
      ...unread(now, varrow744, 'Dario Nwosu', '0155 010 88', 'Bronze in the sump, low oil pressure hot', 21),
      log: bearings744(
        apart(
          cameIn(book(varrow744, 2, 'Ngaire Solano'), {
            compression: [['11.2'], ['11.0'], ['11.3'], ['10.9']],
            plugs: ['tan, dry', 'tan, dry', 'tan, dry', 'tan, dry'],
            seen: {
              noise: 'rumble or whine',
              oil: 'bronze',
              coolant: 'clean',
              openings: 'all closed',
              washed: 'washed and dry',
            },
          }),
          varrow744,
          {
            scope: 'bottom',
            odd: { seat: ['other', 'Rear tank bolt was missing when it came'] },
          },
        ),
        varrow744,
      ).log,
    },
    {
      engine: drumlin386,
      customer: { name: 'Petra Nakagawa', phone: '0155 010 58' },
      facts: {
        machine: 'Drumlin 386',
        engineNumber: 'D386-07712',
        use: '2 900 km, farm',
        complaint: 'Blue smoke on the overrun',
        bench: null,
        promised: day(now, -7),
        plan: 'full',
        seized: false,
        thermal: twenty,
        fitted: { piston: 'Lintel', ring: null },
      },
      createdDaysAgo: 24,
      log: finishedLog(book(drumlin386, 12, tomasz)),
      decisions: [
        {
          id: 'decision-1',
          at: new Date(now.getTime() - 11.9 * DAY).toISOString(),
          by: 'Mirela Okafor-Lind',
          importedBy: null,
          route: 'bore',
          kitId: 'drumlin-386.lintel.plus-0-25',
          reason: 'Past its limit and sound below; +0.25 cleans up.',
        },
      ],
    },
    {
      ...unread(
        now,
        drumlin386,
        'Matiu Ferreira',
        '0155 010 71',
        'Went under at the ford, silt in the air box, stood for three weeks',
        30,
      ),
      log: apart(
        cameIn(book(drumlin386, 1, 'Ngaire Solano'), {
          compression: [['6.1', '8.9']],
          leakDown: [[48, 'filler']],
          plugs: ['wet with oil'],
          seen: {
            noise: 'it does not turn',
            oil: 'water, milky',
            coolant: 'rust',
            openings: 'some could not be',
            washed: 'washed and dry',
          },
        }),
        drumlin386,
        {
          scope: 'whole',
          until: 'barrel',
          odd: {
            carburettor: ['stuck', 'Silt behind the throttle plate, to the reed side of the boot'],
            'barrel-loose': ['stuck', 'Dowels rusted, soaked overnight'],
          },
          notes: { marks: 'Marks line up, chain one link loose' },
        },
      ).log,
    },
    {
      ...unread(now, varrow312, 'Noor Achterberg', '0155 010 93', 'Due for a top end before the season', -95),
      createdDaysAgo: 118,
      log: earlier312(book(varrow312, 108, tomasz)),
      decisions: [
        {
          id: 'decision-1',
          at: new Date(now.getTime() - 107.99 * DAY).toISOString(),
          by: 'Mirela Okafor-Lind',
          importedBy: null,
          route: 'fit',
          kitId: 'varrow-312-mx.varrow.grade-a',
          reason: 'Plating sound; the smallest grade brings the clearance back to the middle.',
        },
      ],
    },
    {
      ...unread(now, kaldera620, 'Tavita Rosengren', '0155 010 26', 'Down on power, 9 800 km', -270),
      createdDaysAgo: 301,
      log: earlier620(book(kaldera620, 290, 'Ngaire Solano')),
      decisions: [
        {
          id: 'decision-1',
          at: new Date(now.getTime() - 289.99 * DAY).toISOString(),
          by: 'Mirela Okafor-Lind',
          importedBy: null,
          route: 'fit',
          kitId: MATCHED,
          reason: 'Plating sound; the forged pair goes in.',
        },
      ],
    },
  ];
}
