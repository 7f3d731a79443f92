import { lastDay, fittedPiston, nominalOf, placeKindOf, type JobFile } from '../job/index.js';
import {
  atHand,
  instrumentOf,
  rankActions,
  READS,
  type Instrument,
  type RankedAction,
  type ReadAction,
} from '../gauges/index.js';
import { isOfCylinder, type BorePlace, type GapPlace, type SizePlace } from '../cylinder/index.js';
import { placeKey } from '../ledger/index.js';
import { cylinderOf, type Figure } from '../verdicts/index.js';
import { getsTo } from './beforeMeasuring.js';
import { comparatorWorth } from './comparatorWorth.js';
import type { PlaceState, ReadingsState } from './readingsState.js';
import { thirdDirection } from './thirdDirection.js';

export type NextReadKind = 'repeat' | 'five' | 'third-direction' | 'other-gauge' | 'comparator' | 'leaves';

/** One way to settle an undecided figure. */
export interface NextRead extends ReadAction<NextReadKind> {
  readonly station: SizePlace | GapPlace;
  /** Gauge to take; the one in hand for a repeat. */
  readonly gauge: string;
}

/** Minutes each way takes, re-seating and setting up included. Estimates; only their order matters. */
const MINUTES: Record<NextReadKind, number> = {
  repeat: 1,
  five: 5,
  'third-direction': 1,
  'other-gauge': 3,
  comparator: 8,
  leaves: 5,
};
const MOST_REPEATS = 6;

/** Where a third direction would show an oval lying between the two that were read. */
function thirdFor(file: JobFile, item: Figure, readings: ReadingsState): BorePlace | null {
  const cylinder = cylinderOf(item);
  if (cylinder === null) return null;
  const read = [...readings.places.values()].flatMap(({ station, result }) =>
    result && station.part === 'bore' && station.cylinder === cylinder
      ? [{ depth: station.depth, angle: station.angle, value: result.estimate.value }]
      : [],
  );
  // Out-of-round is of one depth; a size and a clearance of the whole wall.
  const only = item.feature === 'bore.out-of-round' ? item.depth : null;
  return thirdDirection(file.engine, cylinder, read, item.side, only);
}

/** Figures worked from the whole map of a bore. */
const OF_MAP: ReadonlySet<Figure['feature']> = new Set([
  'bore',
  'bore.out-of-round',
  'bore.taper',
  'clearance',
]);

const sideless = (key: string): string => key.slice(0, key.lastIndexOf(':'));

/** The place whose reading is the figure in question: one that feeds it, or of the map it is worked from. */
export function placeBehind(file: JobFile, item: Figure, readings: ReadingsState): PlaceState | null {
  const ofMap = OF_MAP.has(item.feature);
  const { subject } = item;
  const here = [...readings.places.values()].filter(
    ({ station, result }) =>
      result &&
      (subject.of === 'part'
        ? !isOfCylinder(station) && `${station.part}:${station.thing}` === subject.thing
        : ofMap
          ? station.part === 'bore' &&
            station.cylinder === cylinderOf(item) &&
            (item.depth === null || station.depth === item.depth)
          : sideless(placeKindOf(file, station).feeds(station)) === sideless(item.key)),
  );
  const sign = item.side === 'min' ? -1 : 1;
  return here.sort((a, b) => sign * (b.result!.estimate.value - a.result!.estimate.value))[0] ?? null;
}

const fused = (u: number, v: number): number => 1 / Math.hypot(1 / u, 1 / v);

/**
 * Ways to settle an undecided figure, best first: the expected cost of a wrong decision each takes away per
 * minute of work.
 */
export function nextReads(file: JobFile, item: Figure, readings: ReadingsState): RankedAction<NextRead>[] {
  if (item.value === null || item.limitAt === null || item.u === null) return [];
  const behind = placeBehind(file, item, readings);
  if (!behind) return [];
  const { u } = item;
  const scatter = item.budget
    .filter((b) => b.kind === 'resolution' || b.kind === 'repeatability')
    .reduce((sum, b) => sum + b.u * b.u, 0);
  const after = (times: number) => Math.sqrt(Math.max(0, u * u - (scatter * times) / (times + 1)));
  const actions: NextRead[] = [];
  const add = (kind: NextReadKind, uAfter: number, station: NextRead['station'], gauge: string): void =>
    void actions.push({ kind, u: uAfter, minutes: MINUTES[kind], station, gauge });

  const last = behind.readings.at(-1)!.entry.instrumentId;
  const used = new Set(behind.readings.map((r) => r.entry.instrumentId));
  const own = file.instruments.filter(atHand);
  const inHand = own.some((i) => i.id === last) ? last : null;
  // Two directions read again show no more of an oval between them.
  const isUnseen = item.because === 'unseen';
  if (!isUnseen && behind.readings.length < MOST_REPEATS && inHand !== null) {
    add('repeat', after(1), behind.station, inHand);
    add('five', after(5), behind.station, inHand);
  }
  if (isUnseen) {
    const third = thirdFor(file, item, readings);
    // Where the one it was read with is out of reach, the surest that is not.
    const gauge = inHand ?? item.outlook[0]?.instrument.id;
    if (third && gauge) add('third-direction', u * 0.75, third, gauge);
  }
  for (const g of item.outlook)
    if (!isUnseen && !used.has(g.instrument.id) && getsTo(file, g.instrument, behind.station))
      add('other-gauge', fused(u, g.u), behind.station, g.instrument.id);

  const reach = (i: Instrument) => item.limitAt !== null && inRange(i, nominalOf(file, behind.station));
  const zeroed = behind.readings.some((r) => r.entry.zeroId !== null);
  const gauges = own.filter((i) => i.type === 'dial-bore' && i.contacts === 2 && reach(i));
  const micrometers = own.filter((i) => i.type === 'micrometer' && reach(i));
  if (!isUnseen && behind.station.part === 'bore' && !zeroed && gauges[0] && micrometers[0]) {
    const at = lastDay(file.log);
    const worth = comparatorWorth(file, behind.station.cylinder, gauges[0], micrometers[0], undefined, at, 3);
    add(
      'comparator',
      item.feature === 'clearance' ? Math.min(u, worth.clearance) : fused(u, worth.bore),
      behind.station,
      gauges[0].id,
    );
  }
  const leaves = own.find((i) => READS[i.type].includes('gap') && i.leaves.length > 1);
  if (item.feature === 'clearance' && leaves && item.bracket === null && isOfCylinder(behind.station)) {
    const { kit } = fittedPiston(file, behind.station.cylinder);
    const station: GapPlace = { part: 'clearance', cylinder: behind.station.cylinder, kit: kit?.id ?? null };
    // Blades near a clearance lie about 0.02 apart, and the bias is 0.025 wide.
    if (!readings.gaps.has(placeKey(station))) add('leaves', fused(u, 10_000), station, leaves.id);
  }
  return rankActions(
    { value: item.value, limit: item.limitAt, u, consequence: item.consequence },
    actions,
    file.shop.rules,
  );
}

const inRange = (i: Instrument, size: number): boolean => size >= i.rangeLow && size <= i.rangeHigh;

/** Name of an instrument, for a sentence. */
export const gaugeName = (file: JobFile, id: string): string => instrumentOf(file, id).name;
