import { drumlin212, drumlin386, varrow744 } from '../engines/index.js';
import { apart, cameIn } from './apart.js';
import { bottomOf212, squishOf212 } from './assembled.js';
import type { DemoJob } from './build.js';
import { day } from './days.js';
import { finishedLog } from './finished.js';
import { bearings744, crank212 } from './lookedOver.js';
import { DAY, TOMASZ, TWENTY, unread, type Shelf } from './shelf.js';

/** Jobs of the bottom end, the one that is finished, and one that has just come apart. */
export const deeper = ({ now, book }: Shelf): readonly DemoJob[] => [
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
      bottomOf212(
        crank212(
          apart(
            cameIn(book(drumlin212, 2, TOMASZ), {
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
      ),
      drumlin212,
    ).log,
    decisions: [
      {
        id: 'decision-1',
        at: new Date(now.getTime() - 2 * DAY + 65 * 60_000).toISOString(),
        by: 'Mirela Okafor-Lind',
        importedBy: null,
        route: 'whole',
        kitId: null,
        reason:
          'Rings and piston were new in spring; only the bottom end was worn. Agreed with the customer.',
      },
    ],
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
      thermal: TWENTY,
      fitted: { piston: 'Lintel', ring: null },
    },
    createdDaysAgo: 24,
    log: finishedLog(book(drumlin386, 12, TOMASZ)),
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
];
