import { fact, jobKind, pistonAsked, pistonSince, type JobFile } from '../job/index.js';
import { placesOn, borePlan, pistonPlace, reopeningWork } from '../readings/index.js';
import { ledgerOf, placeKey } from '../ledger/index.js';
import {
  takenIn,
  LEAF,
  isDoneOn,
  openSteps,
  RING_NAMES,
  WORK,
  workOf,
  type GappedRing,
} from '../cylinder/index.js';
import type { LengthUnit } from '../units/index.js';
import { capital, cylinderOf, type Figure } from '../verdicts/index.js';
import { gapAt, isPreparing, passes } from './gapItems.js';
import { gapTarget } from './gapTarget.js';
import { gapWarmth, maybeWarm, warmthMargin } from './gapWarmth.js';
import { leafForMost, leavesAtHand } from './mostLeaf.js';
import { gapped, isRail, packOf } from './pack.js';
import { FREE_SLIDE } from './ringEntries.js';
import { clockOf, ringHistory } from './ringLog.js';

/** What is made ready of a cylinder, in the order it has to be. */
export const ORDER = {
  piston: 'piston to size',
  cylinder: 'cylinder to size',
  wash: 'washed',
  slide: 'piston slides freely',
  gaps: 'ring gaps',
  cards: 'rings known',
  bags: 'rings bagged',
  clock: 'clock set',
} as const;
export type OrderKey = keyof typeof ORDER;

/** One of them, as it stands. */
export interface OrderStep {
  readonly key: OrderKey;
  readonly cylinder: number;
  /** Id of the entry that did it; null while open. */
  readonly done: string | null;
  /** It was done and fell back: what opened it again, in words. */
  readonly reopened: string | null;
  /** Offered, not demanded: a ring may go straight onto its piston. */
  readonly optional: boolean;
  readonly sentence: (unit: LengthUnit) => string;
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Last of several entries, by their place in the log. */
const lastOf = (file: JobFile, ids: readonly (string | null)[]): string | null =>
  ids.reduce<string | null>(
    (last, id) => (id !== null && (last === null || placeOf(file, id) > placeOf(file, last)) ? id : last),
    null,
  );

const placeOf = (file: JobFile, id: string): number => ledgerOf(file.log).at(id);

/** Whether an entry still stands, or what of a cylinder has been opened since by work. */
function openedSince(
  file: JobFile,
  cylinder: number,
  id: string,
  what: 'wash' | 'clearance' | 'ring-gap',
): string | null {
  const at = placeOf(file, id);
  const work = workOf(file.log).findLast(
    (w) => w.at > at && isDoneOn(w.entry, cylinder) && WORK[w.entry.what].reopens.includes(what),
  );
  return work ? WORK[work.entry.what].name : null;
}

/** What opened readings of a place again that were taken before; null where none were. */
function fellBack(file: JobFile, keys: ReadonlySet<string>): string | null {
  const opened = reopeningWork(file);
  const last = takenIn(file.log).findLast((e) => keys.has(placeKey(e.station)) && opened.has(e.id));
  const work = last && opened.get(last.id);
  return work ? WORK[work.what].name : null;
}

/**
 * The order of work on one cylinder: piston to size, cylinder, wash, the bare piston slides, gaps, rings known, bagged,
 * clocked. What later work has opened again falls back, with what opened it.
 * @param figures what the rooms found: a wall or a clearance beyond its limit is not to size
 */
export function orderOfWork(
  file: JobFile,
  cylinder: number,
  figures: readonly Figure[] = [],
): readonly OrderStep[] {
  const past = (is: (f: Figure) => boolean) =>
    figures.some((f) => cylinderOf(f) === cylinder && f.state === 'beyond' && is(f));
  const spoilt = past((f) => f.feature === 'bore' || f.feature === 'finding');
  const tight = past((f) => f.feature === 'clearance' && f.side === 'min');
  return order(file, [cylinder, spoilt, tight]);
}

/** @param spoilt its wall is beyond its limit */
const order = fact('order of work', (file, [cylinder, spoilt, tight]: readonly [number, boolean, boolean]) =>
  steps(file, cylinder, spoilt, tight),
);

function steps(file: JobFile, cylinder: number, spoilt: boolean, tight: boolean): readonly OrderStep[] {
  const pack = packOf(file, cylinder);
  const places = placesOn(file, cylinder);
  const who = file.engine.cylinders.length === 1 ? '' : ` ${file.engine.cylinders[cylinder]}`;
  const kit = pistonAsked(file, cylinder)?.id ?? null;
  const piston = pistonPlace(cylinder, kit);
  const read = places.get(placeKey(piston));
  const plan = borePlan(file.engine, file.job.plan, cylinder).filter((p) => !p.blocked);
  const bores = plan.flatMap((p) => {
    const at = places.get(placeKey(p.station));
    return at?.result ? [at.readings.at(-1)!.entry.id] : [];
  });
  const sized = bores.length === plan.length;
  const washes = workOf(file.log).filter(({ entry }) => entry.what === 'washed' && isDoneOn(entry, cylinder));
  const unwashed = openSteps(file.log, file.engine.cylinders.length).find((o) =>
    o.cylinders.includes(cylinder),
  );
  const wash = washes.at(-1)?.entry.id ?? null;
  const slide =
    FREE_SLIDE.since(file.log, pistonSince(file, cylinder)).findLast((e) => e.cylinder === cylinder) ?? null;
  const slidAgain = slide && openedSince(file, cylinder, slide.id, 'clearance');
  const rings = pack ? gapped(pack) : [];
  const margin = warmthMargin(file, gapWarmth(file, file.engine.bore));
  const leaves = leavesAtHand(file);
  const each = rings.map((ring) => {
    const target = gapTarget(file, cylinder, ring);
    const history = ringHistory(file, cylinder, ring, target.depths.least);
    const at = gapAt(file, cylinder, ring, target.depths.least);
    const proved =
      at !== null &&
      at.tried &&
      !maybeWarm(file, cylinder, at.tries) &&
      target.low !== null &&
      passes(at, target.low, margin) &&
      (target.high === null || at.low === null || at.low - margin <= target.high) &&
      // Whatever a leaf of the shop can still show of its maximum is shown here, not asked for when it goes together.
      leafForMost(file, target, leaves, target.low) === null;
    const last = history.events.findLastIndex((e) => e.kind === 'leaf' || e.kind === 'filed');
    const bag = history.events.findLast((e, i) => e.kind === 'ring-step' && e.what === 'bagged' && i > last);
    // Rails no sheet speaks of go on as they come: nothing is proved of them, and nothing waits for it.
    const isSilent = isRail(ring) && target.min.status === 'none' && target.max.status === 'none';
    return { ring, history, isSilent, proof: proved ? at.tries.at(-1)!.id : null, bag: bag?.id ?? null };
  });
  const ruled = each.filter((r) => !r.isSilent);
  const missing = (has: (of: (typeof each)[number]) => unknown, of = each): string =>
    listed(of.filter((r) => !has(r)).map((r) => RING_NAMES[r.ring]));
  const allOf = (has: (of: (typeof each)[number]) => string | null, of = each): string | null => {
    const ids = of.map(has);
    return of.length > 0 && ids.every((id) => id !== null) ? lastOf(file, ids) : null;
  };
  const clock = clockOf(file, cylinder);
  const gapKeys = new Set(
    LEAF.all(file.log).flatMap((e) =>
      e.station.part === 'ring-gap' && e.station.cylinder === cylinder ? [placeKey(e.station)] : [],
    ),
  );
  const step = (
    key: OrderKey,
    done: string | null,
    sentence: OrderStep['sentence'],
    reopened: string | null = null,
  ): OrderStep => ({
    key,
    cylinder,
    done,
    reopened: done === null ? reopened : null,
    optional: key === 'bags',
    sentence,
  });
  const sizeOf = (key: 'piston' | 'cylinder', done: string | null, keys: readonly string[], what: string) =>
    step(key, done, () => `Read the${who} ${what}.`, fellBack(file, new Set(keys)));
  /** What is left by name; nothing left says so. */
  const named = (todo: string, done: string, left: string) => (left === '' ? done : `${todo} ${left}.`);
  const ringSteps = pack
    ? [
        step(
          'gaps',
          allOf((r) => r.proof, ruled),
          () =>
            named(
              `Prove the${who} gaps:`,
              `The${who} gaps are proved.`,
              missing((r) => r.proof, ruled),
            ),
          fellBack(file, gapKeys),
        ),
        step(
          'cards',
          allOf((r) => r.history.card?.id ?? null),
          () =>
            named(
              `Hold each ring against its sheet:${who}`,
              `Each${who} ring was held against its sheet.`,
              missing((r) => r.history.card),
            ),
        ),
        step(
          'bags',
          allOf((r) => r.bag),
          () =>
            named(
              `Bag and label, or straight onto the piston:${who}`,
              `The${who} rings are bagged.`,
              missing((r) => r.bag),
            ),
        ),
        step('clock', clock?.id ?? null, () => `Set the${who} ring gaps to their clock.`),
      ]
    : [];
  // A ring set is held against the bore where its gap is checked, and nothing else of the engine.
  if (jobKind(file) === 'ring-set') return ringSteps.filter((s) => s.key !== 'clock');
  return [
    sizeOf(
      'piston',
      read?.result ? read.readings.at(-1)!.entry.id : null,
      [placeKey(piston)],
      'piston at its gauge height',
    ),
    spoilt
      ? step(
          'cylinder',
          null,
          () => `The${who} wall is beyond its limit: nothing is fitted to it. See Decide.`,
        )
      : sizeOf(
          'cylinder',
          sized ? lastOf(file, bores) : null,
          plan.map((p) => placeKey(p.station)),
          'bore, the rest of its plan',
        ),
    step(
      'wash',
      unwashed ? null : wash,
      () => `Wash the${who} cylinder until a white cloth stays white, oil it at once.`,
      unwashed && wash ? WORK[unwashed.work.what].name : null,
    ),
    step(
      'slide',
      slide?.slides === 'freely' && !slidAgain && !tight ? slide.id : null,
      () =>
        tight
          ? `The${who} clearance is past its minimum: it would seize. Another piston, or the wall to its size.`
          : slide?.slides === 'tightens' && !slidAgain
            ? `The${who} piston tightens in its bore: wash wall and piston, knock raised edges off, try again. Never take size.`
            : `Slide the bare${who} piston through its whole bore.`,
      slidAgain,
    ),
    ...ringSteps,
  ];
}

/** The first of a cylinder that is not done; null where all are. */
export const openStep = (
  file: JobFile,
  cylinder: number,
  figures: readonly Figure[] = [],
): OrderStep | null =>
  orderOfWork(file, cylinder, figures).find((s) => s.done === null && !s.optional) ?? null;

/** Steps of every cylinder that is being made ready. */
export const preparing = (file: JobFile): readonly OrderStep[] =>
  file.engine.cylinders.flatMap((_, i) => (isPreparing(file, i) ? orderOfWork(file, i) : []));

/** What is wrong in the order: a gap that was proved before its wall was washed, as a sentence; null where it is right. */
export function outOfOrder(file: JobFile, cylinder: number, ring: GappedRing): string | null {
  const first = orderOfWork(file, cylinder).find((s) => s.done === null);
  if (!first || !['piston', 'cylinder', 'wash', 'slide'].includes(first.key)) return null;
  return `${capital(ORDER[first.key])} comes before the ${RING_NAMES[ring]} gap: what is done to the wall opens it again.`;
}
