import { integer, list, number, object, oneOf, orNull, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';
import { BOLT_MAPS, THREADS, type BoltHole, type BoltMap } from '../strip/index.js';
import { patternOf } from './pattern.js';
import { torqueLine } from './torqueLine.js';

/** What is on a thread when its figure is meant. */
export const CONDITIONS = {
  dry: 'clean and dry',
  oiled: 'oiled, thread and face',
  moly: 'molybdenum paste',
  locked: 'thread lock',
  sealed: 'sealant',
} as const;
export type ThreadCondition = keyof typeof CONDITIONS;

/** What a group holds down; head and cams carry the lash of the valves, the head the squish. */
export const CLAMPS = {
  head: 'head',
  cylinder: 'cylinder',
  cams: 'cam caps',
  cases: 'cases',
  rod: 'rod cap',
  cover: 'cover',
  other: 'other',
} as const;
export type Clamps = keyof typeof CLAMPS;

/** One step of a group: how it is brought on, and how far. */
export const TORQUE_STEP = object({
  /** Brought to a torque, or turned on by an angle from there; snug is by hand until it bears. */
  by: oneOf('snug', 'torque', 'angle'),
  /** N·m, or degrees; 0 for snug. */
  value: number(0, 1_000),
});
export type TorqueStep = Of<typeof TORQUE_STEP>;

/**
 * Whether two steps bring a bolt to the same.
 * @example sameStep({ by: 'torque', value: 20 }, { by: 'angle', value: 20 }) // false
 */
export const sameStep = (a: TorqueStep, b: TorqueStep): boolean => a.by === b.by && a.value === b.value;

const GROUP = object(
  {
    key: text(60),
    name: text(80),
    clamps: oneOf(...(Object.keys(CLAMPS) as Clamps[])),
    /** Bolt map it is drawn on. */
    map: text(60),
    /** Positions of the map, in the order their maker numbers them. */
    holes: list(integer(1, 99), 1, 99),
    /** Whether that order is the maker's; else it follows from where they sit. */
    numbered: oneOf('maker', 'positions'),
    steps: list(TORQUE_STEP, 1, 6),
    condition: oneOf(...(Object.keys(CONDITIONS) as ThreadCondition[])),
    /** Before it: what has to be so. */
    before: text(200),
    /** After it, what is looked at: turned over by hand, and what is felt. Empty for nothing. */
    after: text(200),
    /** Tightened again later: running hours after which; null where it is not. */
    again: orNull(number(0, 500)),
    source: SOURCE,
  },
  {
    /** Unit its document prints; N·m where absent. */
    unit: oneOf('N·m', 'lbf·ft', 'lbf·in', 'kgf·m'),
  },
);
export type TorqueGroup = Of<typeof GROUP>;

/** Fastener groups in the order they are tightened. */
export const TORQUE_PLAN = sheetPart(
  'torque-plan',
  { groups: list(GROUP, 0, 30) },
  {
    title: 'Torque',
    lines: [torqueLine],
    words: {
      groups: 'groups, in the order they are tightened',
      'groups.key': 'short name',
      clamps: 'holds down',
      map: 'bolt map',
      holes: 'positions, in order',
      numbered: 'the order is from',
      maker: 'the maker’s numbers',
      positions: 'where they sit',
      steps: 'steps',
      by: 'by',
      value: 'N·m, or degrees',
      unit: 'unit its document prints',
      condition: 'threads are',
      before: 'before it',
      after: 'after it, what is looked at',
      again: 'again after, running hours',
      ...CONDITIONS,
      ...CLAMPS,
    },
  },
);

/** A group with its fasteners where they sit. */
export interface PlacedGroup {
  readonly group: TorqueGroup;
  readonly map: BoltMap | null;
  readonly holes: readonly BoltHole[];
  /** Numbers in the order they are tightened. */
  readonly order: readonly number[];
}

/** Groups of an engine in their order; those of the sheet alone, none is guessed. */
export function groupsOf(engine: EngineSpec): readonly PlacedGroup[] {
  const maps = BOLT_MAPS.of(engine)?.maps ?? [];
  return (TORQUE_PLAN.of(engine)?.groups ?? []).map((group) => {
    const map = maps.find((m) => m.key === group.map) ?? null;
    const holes = map?.holes.filter((h) => group.holes.includes(h.at)) ?? [];
    // Without a map that has every one of them there is nothing to reckon from: as they are listed.
    const reckoned = group.numbered === 'positions' && holes.length === group.holes.length;
    return { group, map, holes, order: reckoned ? patternOf(holes) : [...new Set(group.holes)] };
  });
}

/**
 * Nominal diameter of a thread by its name on the map.
 * @returns nm; null where it is no standard one
 * @example diameterOf('M8 × 1.25') // 8000000
 */
export const diameterOf = (thread: string): number | null =>
  THREADS.find((t) => t.name === thread)?.diameter ?? null;

/**
 * Whether each bolt of a step is a press of its own: the last one, and every one turned by an angle.
 * @param pass index of the step
 * @example isSingle({ steps: [{ by: 'torque', value: 20 }, { by: 'torque', value: 38 }] }, 0) // false
 */
export const isSingle = ({ steps }: Pick<TorqueGroup, 'steps'>, pass: number): boolean =>
  pass === steps.length - 1 || steps[pass]?.by === 'angle';
