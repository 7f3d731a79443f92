import { kaldera620, varrow312 } from '../engines/index.js';
import type { DemoJob } from './build.js';
import { earlier312, earlier620 } from './earlier.js';
import { DAY, TOMASZ, unread, type Shelf } from './shelf.js';

const MATCHED = kaldera620.kits[0]!.id;

/** Jobs of seasons ago, together and ridden since. */
export const gone = ({ now, book }: Shelf): readonly DemoJob[] => [
  {
    ...unread(now, varrow312, 'Noor Achterberg', '0155 010 93', 'Due for a top end before the season', -95),
    createdDaysAgo: 118,
    log: earlier312(book(varrow312, 108, TOMASZ)),
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
