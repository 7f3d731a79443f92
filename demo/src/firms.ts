import { money, type Firm, type OutsideWork } from '@tribos/core';

const work = (what: OutsideWork, price: number, soonest: number, usual: number, latest: number) => ({
  what,
  price: money(price * 100),
  days: { soonest, usual, latest },
});

/** A firm of the demo, and how its bores came back so far: off what was aimed at, µm, with days since. */
export interface DemoFirm extends Omit<Firm, 'learned'> {
  /** Its name at the exchange of lines. */
  readonly line: string | null;
  readonly came: readonly (readonly [daysAgo: number, off: number])[];
}

/** Firms work is sent out to. All invented. */
export const firms: readonly DemoFirm[] = [
  {
    id: 'ferrow',
    line: 'ferrow',
    name: 'Ferrow Bore Works',
    unit: 'mm',
    works: [work('bore', 62, 2, 4, 9), work('sleeve', 185, 5, 9, 18)],
    freight: money(1_850),
    came: [
      [402, 3.1],
      [371, -0.4],
      [344, 2.6],
      [310, 1.2],
      [287, -1.5],
      [251, 3.4],
      [222, 0.9],
      [190, 2.2],
      [161, -0.8],
      [133, 1.9],
      [98, 0.3],
      [61, 2.7],
      [33, 1.1],
    ],
  },
  {
    id: 'quillon',
    line: 'quillon',
    name: 'Quillon Plating',
    unit: 'mm',
    works: [work('replate', 236, 8, 14, 26)],
    freight: money(3_400),
    came: [
      [350, -1.9],
      [276, 0.8],
      [201, -2.4],
      [140, -0.6],
      [84, -1.2],
      [40, 0.5],
    ],
  },
  {
    id: 'coldwater',
    line: null,
    name: 'Coldwater Machine',
    unit: 'mm',
    works: [work('bore', 71, 1, 2, 5)],
    freight: money(2_600),
    came: [
      [210, -4.2],
      [118, 1.6],
    ],
  },
  {
    id: 'marsh-row',
    line: null,
    name: 'Marsh Row Parts',
    unit: 'mm',
    works: [work('exchange', 389, 2, 5, 15)],
    freight: money(2_200),
    came: [],
  },
  {
    id: 'okoro',
    line: 'okoro',
    name: 'Okoro Head Shop',
    unit: 'in',
    works: [work('head', 148, 3, 6, 12)],
    freight: money(1_600),
    came: [],
  },
];

/** What the shop asks for its own hours, and in which money. */
export const costs = { currency: 'EUR', taxPerMyriad: 1_900, hourlyRate: money(7_200), enough: 0.9 } as const;
