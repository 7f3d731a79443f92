import type { Firm, JobFile, LeadTime, OutsideWork, RouteName } from '../job/index.js';
import { labourTotal, lineTotal, money, NOTHING, sumOf, taxOn, type Money } from '../money/index.js';
import type { Kit } from '../specs/index.js';
import type { PartNeeded } from '../verdicts/index.js';
import { daysOf, type Days } from './days.js';
import { ROUTE_LABOUR, ROUTE_PARTS, type RoutePart } from './waySheets.js';

export type CostGroup = 'part' | 'outside' | 'freight' | 'labour';

/** One line of what a way costs; its total is rounded once. */
export interface CostLine {
  readonly group: CostGroup;
  readonly name: string;
  readonly count: number;
  /** Of one; null where no price is on file. */
  readonly price: Money | null;
  readonly total: Money;
  /** What is said of it: no longer made, what goes in its place. */
  readonly note: string;
}

/** What a way costs, before and with tax. Totals leave out what has no price, and `missing` names it. */
export interface Cost {
  readonly lines: readonly CostLine[];
  readonly net: Money;
  readonly tax: Money;
  readonly total: Money;
  /** Names of what has no price on file. */
  readonly missing: readonly string[];
  /** Whether something of this way itself has none, not only what every way asks for: it cannot be compared. */
  readonly open: boolean;
  readonly firm: Firm | null;
  readonly days: Days;
}

/**
 * Outside work of a way; null where none leaves the shop.
 * @example outsideOf('bore') // 'bore'
 */
export const outsideOf = (route: RouteName): OutsideWork | null =>
  route === 'bore' || route === 'replate' || route === 'sleeve' || route === 'exchange' ? route : null;

/** The firm a piece of work goes to: the cheapest that does it, the first of equals. */
export function firmFor(file: Pick<JobFile, 'shop' | 'engine'>, what: OutsideWork): Firm | null {
  const priced = (file.shop.firms ?? []).flatMap((firm) => {
    const work = firm.works.find((w) => w.what === what);
    return work ? [{ firm, of: work.price * file.engine.cylinders.length + firm.freight }] : [];
  });
  return priced.sort((a, b) => a.of - b.of)[0]?.firm ?? null;
}

/** More visits than these are expected of nobody. */
const MOST_AGAIN = 5;
const times = ({ soonest, usual, latest }: LeadTime, n: number): LeadTime => ({
  soonest: soonest * n,
  usual: usual * n,
  latest: latest * n,
});

const NO_WAIT: LeadTime = { soonest: 0, usual: 0, latest: 0 };

/** Lines of a sheet that a way needs, one for each cylinder where it is of each. */
function partLines(file: JobFile, route: RouteName, kit: Kit | null): readonly RoutePart[] {
  const all = ROUTE_PARTS.of(file.engine)?.parts ?? [];
  return all.filter(
    (p) => (p.for.length === 0 || p.for.includes(route)) && (p.kit === null || p.kit === kit?.id),
  );
}

/** Keys a line stands for in the list of parts. */
const keysOf = (file: JobFile, p: RoutePart): readonly string[] =>
  p.per === 'engine' ? [p.part] : file.engine.cylinders.map((_, i) => `${p.part}:${i}`);

/** Parts of a way, as the list of parts names them. */
export const partsOfWay = (file: JobFile, route: RouteName, kit: Kit | null): PartNeeded[] =>
  partLines(file, route, kit).flatMap((p) =>
    keysOf(file, p).map((key, i) => ({
      key,
      name:
        p.per === 'engine' || file.engine.cylinders.length === 1
          ? p.name
          : `${file.engine.cylinders[i]} ${p.name}`,
      count: p.count,
      why:
        p.gone && p.instead
          ? `no longer made: ${p.instead}`
          : p.companion
            ? 'renewed each time'
            : 'for the way decided on',
      by: null,
    })),
  );

/**
 * What a way costs and how long it takes: its parts with those that are always renewed, what *Clean* asks for whichever
 * way is gone and nothing twice, outside work of the cheapest firm, freight, labour; tax once on the whole.
 * @param needed what the other rooms ask for already
 * @param hourly  instead of the shop's rate
 * @param further visits to a firm to be expected beside the first: each costs its freight and its days
 * @returns null where the shop has set no prices of its work
 */
export function costOf(
  file: JobFile,
  route: RouteName,
  kit: Kit | null,
  needed: readonly Omit<PartNeeded, 'why' | 'by'>[],
  hourly?: Money,
  further = 0,
): Cost | null {
  const { costs } = file.shop;
  if (!costs) return null;
  const own = partLines(file, route, kit);
  const all = ROUTE_PARTS.of(file.engine)?.parts ?? [];
  const taken = new Set(own.flatMap((p) => keysOf(file, p)));
  const part = (name: string, count: number, price: Money | null, note = ''): CostLine => ({
    group: 'part',
    name,
    count,
    price,
    total: price === null ? NOTHING : lineTotal(price, count),
    note,
  });
  const note = (p: RoutePart): string =>
    p.gone ? `no longer made${p.instead ? `: ${p.instead}` : ', nothing in its place is on file'}` : '';
  const ownLines = own.map((p) => part(p.name, p.count * keysOf(file, p).length, p.price, note(p)));
  const others = needed.filter((n) => !taken.has(n.key));
  const askedLines = others.map((n) => {
    const known = all.find((p) => p.kit === null && p.part === n.key.split(':')[0]);
    return part(n.name, n.count, known?.price ?? null, known ? note(known) : '');
  });
  const what = outsideOf(route);
  const firm = what && firmFor(file, what);
  const work = firm?.works.find((w) => w.what === what) ?? null;
  const cylinders = file.engine.cylinders.length;
  const again = Math.min(MOST_AGAIN, Math.round(further * 100) / 100);
  const line = (group: CostGroup, name: string, price: Money, count: number): CostLine => ({
    group,
    name,
    count,
    price,
    total: lineTotal(price, count),
    note: '',
  });
  const labour = (ROUTE_LABOUR.of(file.engine)?.labour ?? []).filter(
    (l) => l.for.length === 0 || l.for.includes(route),
  );
  const rate = hourly ?? costs.hourlyRate;
  const minutesOf = (l: (typeof labour)[number]) => l.minutes * (l.per === 'cylinder' ? cylinders : 1);
  const lines = [
    ...ownLines,
    ...askedLines,
    ...(firm && work
      ? [
          line('outside', `${firm.name}: ${what}`, work.price, cylinders),
          ...(firm.freight > 0 ? [line('freight', `there and back, ${firm.name}`, firm.freight, 1)] : []),
          ...(firm.freight > 0 && again > 0
            ? [
                line(
                  'freight',
                  'once more where a bore comes back too small, to be expected',
                  firm.freight,
                  again,
                ),
              ]
            : []),
        ]
      : []),
    ...labour.map((l): CostLine => ({
      ...line('labour', l.what, rate, minutesOf(l) / 60),
      total: labourTotal(rate, minutesOf(l)),
    })),
  ];
  const missing = [
    ...lines.filter((l) => l.price === null).map((l) => l.name),
    // Nothing typed is not nothing to pay.
    ...(all.length === 0 ? ['parts'] : []),
    ...(ROUTE_LABOUR.of(file.engine) === null ? ['labour'] : []),
    ...(what !== null && !work ? ['the work outside'] : []),
  ];
  const net = sumOf(lines.map((l) => l.total));
  const tax = taxOn(net, costs.taxPerMyriad);
  return {
    lines,
    net,
    tax,
    total: money(net + tax),
    missing,
    open:
      all.length === 0 ||
      ROUTE_LABOUR.of(file.engine) === null ||
      (rate === 0 && labour.length > 0) ||
      own.some((p) => p.price === null) ||
      (what !== null && !work) ||
      (kit !== null && !own.some((p) => p.kit === kit.id)),
    firm: firm ?? null,
    days: daysOf(
      own.map((p) => p.days),
      work ? [work.days, ...(again > 0 ? [times(work.days, again)] : [])] : what ? [NO_WAIT] : [],
      labour.reduce((sum, l) => sum + minutesOf(l), 0),
    ),
  };
}
