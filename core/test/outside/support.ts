import { mm, type NewsKind } from '@tribos/core';

/** A line of a ticket: +0.50 for a piston of 77.467. */
export const line = (cylinder: number, over: object = {}) => ({
  cylinder,
  piston: mm(77.467),
  from: 'measured' as const,
  mark: '',
  low: mm(77.503),
  high: mm(77.515),
  aim: mm(77.508),
  ...over,
});

export const ticket = (over: object = {}) =>
  ({
    what: 'bore',
    firm: 'A boring shop',
    unit: 'mm',
    kitId: 'plus-0.5',
    lines: [line(0), line(1)],
    inside: 0.95,
    round: null,
    taper: null,
    hatch: 45,
    finish: '',
    deck: null,
    chamfer: false,
    wash: true,
    readings: true,
    text: '',
    ...over,
  }) as const;

export const news = (of: string, what: NewsKind, over: object = {}) => ({
  of,
  what,
  firm: false,
  price: null,
  due: null,
  text: '',
  readings: [],
  ...over,
});
