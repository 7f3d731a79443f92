import {
  isBlocked,
  isOfCylinder,
  PISTON_SPOTS,
  placeKey,
  thrustAngle,
  type BorePlace,
  type EngineSpec,
  type PistonSpot,
  type Place,
  type RingGapPlace,
  type ThingPlace,
} from '@tribos/core/ground';

export type Direction = 'left' | 'right' | 'up' | 'down';

const PLACES = Object.keys(PISTON_SPOTS) as PistonSpot[];

/** What hangs on the job: kits whose pistons are meant, null for the one that came out, at the micrometer and in the bore. */
export interface Kits {
  readonly piston: string | null;
  readonly clearance: string | null;
  /** Where ring gaps are tried: where they are checked. */
  readonly gaps: readonly RingGapPlace[];
}

/**
 * Where an arrow leads on the map: across the directions and down the depths, below the lowest to the
 * piston and on to the other places, past the edge to the next cylinder. Places in a window are stepped over.
 */
export function move(
  engine: EngineSpec,
  from: Place,
  direction: Direction,
  kits: Kits,
  walk: readonly Place[],
): Place {
  // Things of the engine lie on no map: the next of the walk, or the one before.
  if (!isOfCylinder(from)) return along(walk, from, direction);
  const kit = kits.piston;
  const depths = [engine.depths.top, engine.depths.mid, engine.depths.low];
  const thrust = thrustAngle(engine);
  const angles = [0, 45, 90, 135].map((o) => (thrust + o) % 180);
  if (from.part === 'piston') {
    if (direction === 'up') {
      const low: BorePlace = { part: 'bore', cylinder: from.cylinder, depth: depths[2]!, angle: thrust };
      return isBlocked(engine, low.depth, low.angle)
        ? (free(engine, low, 'up', angles, depths) ?? from)
        : low;
    }
    if (direction === 'down') return OTHERS[0]!(engine, from.cylinder, kits);
    const at = PLACES.indexOf(from.place) + (direction === 'right' ? 1 : -1);
    const place = PLACES[at];
    if (place) return { ...from, place };
    return {
      ...from,
      ...neighbour(engine, from.cylinder, direction),
      place: direction === 'right' ? PLACES[0]! : PLACES.at(-1)!,
    };
  }
  if (from.part !== 'bore') return besides(engine, from, direction, kits, walk);
  const next = free(engine, from, direction, angles, depths);
  if (next) return next;
  if (direction === 'down') return { part: 'piston', cylinder: from.cylinder, place: 'gauge-height', kit };
  if (direction === 'up') return from;
  const { cylinder } = neighbour(engine, from.cylinder, direction);
  const edge: BorePlace = { ...from, cylinder, angle: direction === 'right' ? angles[0]! : angles.at(-1)! };
  return isBlocked(engine, edge.depth, edge.angle)
    ? (free(engine, edge, direction, angles, depths) ?? from)
    : edge;
}

const neighbour = (engine: EngineSpec, cylinder: number, direction: Direction): { cylinder: number } => ({
  cylinder: (cylinder + (direction === 'right' ? 1 : -1) + engine.cylinders.length) % engine.cylinders.length,
});

function free(
  engine: EngineSpec,
  from: BorePlace,
  direction: Direction,
  angles: readonly number[],
  depths: readonly BorePlace['depth'][],
): BorePlace | null {
  let a = Math.max(0, angles.indexOf(from.angle));
  let d = Math.max(0, depths.indexOf(from.depth));
  for (;;) {
    if (direction === 'left') a -= 1;
    if (direction === 'right') a += 1;
    if (direction === 'up') d -= 1;
    if (direction === 'down') d += 1;
    const [angle, depth] = [angles[a], depths[d]];
    if (angle === undefined || depth === undefined) return null;
    if (!isBlocked(engine, depth, angle)) return { ...from, angle, depth };
  }
}

/** A place that is on no map of a wall: the next of the walk, or the one before. */
function along(walk: readonly Place[], from: Place, direction: Direction): Place {
  const at = walk.findIndex((s) => placeKey(s) === placeKey(from));
  const step = direction === 'right' || direction === 'down' ? 1 : -1;
  return walk[(at + step + walk.length) % walk.length] ?? from;
}

/** The same measure on the next thing of the walk, or on the one before. */
export function nextThing(walk: readonly Place[], from: ThingPlace, step: 1 | -1): Place {
  const mine = walk.filter((p): p is ThingPlace => !isOfCylinder(p) && p.part === from.part);
  const things = [...new Set(mine.map((p) => p.thing))];
  const to = things[(things.indexOf(from.thing) + step + things.length) % things.length];
  return mine.find((p) => p.thing === to && p.spot === from.spot) ?? mine.find((p) => p.thing === to) ?? from;
}

type Besides = (engine: EngineSpec, cylinder: number, kits: Kits) => Place;

/** Places beside bore and piston, in the order the arrows walk them below the piston. */
const OTHERS: readonly Besides[] = [
  (_, cylinder, kits) => ({ part: 'clearance', cylinder, kit: kits.clearance }),
  (_, cylinder) => ({ part: 'land', cylinder }),
];
const OF_PIN: readonly Besides[] = [
  (_, cylinder) => ({ part: 'pin', cylinder, place: 'end' }),
  (_, cylinder) => ({ part: 'pin-bore', cylinder }),
  (_, cylinder) => ({ part: 'pin', cylinder, place: 'middle' }),
  (_, cylinder) => ({ part: 'small-end', cylinder }),
];

/** What else can be measured of one cylinder beside its bore and piston. */
export const otherPlaces = (engine: EngineSpec, cylinder: number, kits: Kits): Place[] => [
  ...OTHERS.map((make) => make(engine, cylinder, kits)),
  ...kits.gaps.filter((g) => g.cylinder === cylinder),
  ...(engine.pin === null ? [] : OF_PIN).map((make) => make(engine, cylinder, kits)),
];

function besides(
  engine: EngineSpec,
  from: Exclude<Place, ThingPlace>,
  direction: Direction,
  kits: Kits,
  walk: readonly Place[],
): Place {
  const all = otherPlaces(engine, from.cylinder, kits);
  const at = all.findIndex((s) => placeKey(s) === placeKey(from));
  if (at < 0) return along(walk, from, direction);
  if (direction === 'left' || direction === 'right')
    return { ...from, ...neighbour(engine, from.cylinder, direction) };
  const next = at + (direction === 'down' ? 1 : -1);
  if (next < 0) return { part: 'piston', cylinder: from.cylinder, place: 'gauge-height', kit: kits.piston };
  return all[Math.min(next, all.length - 1)]!;
}
