import { ROUTE_NAMES } from '../job/index.js';
import { boolean, integer, list, number, object, oneOf, orNull, ref, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Money } from '../money/index.js';

const routes = list(oneOf(...ROUTE_NAMES), 0, ROUTE_NAMES.length);
const amount = integer<Money>(0, 9_000_000_000);
const LEAD = object({ soonest: number(0, 400), usual: number(0, 400), latest: number(0, 400) });

const PART = object({
  /** What it is, as the list of parts calls it: `head-gasket`, `rings`; a word of its own where that has none. */
  part: text(40),
  name: text(80),
  /** Ways it belongs to; none for every way. */
  for: routes,
  /** The kit it is of, or goes with; null for any. */
  kit: orNull(ref('kit')),
  per: oneOf('engine', 'cylinder'),
  count: integer(1, 40),
  /** Of one; null where no price is on file. */
  price: orNull(amount),
  days: LEAD,
  /** Renewed whenever that way is gone, whatever it looks like. */
  companion: boolean,
  /** The maker no longer makes it. */
  gone: boolean,
  /** What goes in its place, and who says so; empty for nothing. */
  instead: text(300),
  source: SOURCE,
});
export type RoutePart = Of<typeof PART>;

/** Parts of each way out with their prices and lead times: kits, gaskets, clips, seals. */
export const ROUTE_PARTS = sheetPart(
  'route-parts',
  { parts: list(PART, 0, 200) },
  {
    title: 'Parts of each way out',
    words: {
      parts: 'parts, each with its price',
      part: 'what it is, in one word',
      for: 'only for these ways; none for all',
      kit: 'only with this kit',
      per: 'for each',
      price: 'price of one, in hundredths',
      days: 'working days until it is here',
      companion: 'renewed each time',
      gone: 'no longer made',
      instead: 'what goes in its place, and who says so',
    },
  },
);

const LABOUR = object({
  what: text(120),
  /** Ways it belongs to; none for every way. */
  for: routes,
  per: oneOf('engine', 'cylinder'),
  minutes: integer(0, 100_000),
  source: SOURCE,
});

/** Hours of each way out. */
export const ROUTE_LABOUR = sheetPart(
  'route-labour',
  { labour: list(LABOUR, 0, 60) },
  {
    title: 'Labour of each way out',
    words: {
      labour: 'pieces of work',
      for: 'only for these ways; none for all',
      per: 'for each',
      minutes: 'minutes',
    },
  },
);
