import { readingsOn, borePlan } from '../readings/index.js';
import { linear, uncertaintyOf } from '../gauges/index.js';
import { wallOf, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { BorePlace } from '../cylinder/index.js';
import { halfTurn, isBlocked, thrustAngle, type EngineSpec } from '../specs/index.js';
import { depthText, nm, type LengthUnit, type Nanometres } from '../units/index.js';
import type { RingPack } from './pack.js';

/** The bore where a ring's gap is checked. */
export interface BoreAtGap {
  readonly depth: Nanometres;
  /** Mean of that depth's readings at 20 °C, rounded up, nm; null while it is not read. */
  readonly mean: Nanometres | null;
  /** Its standard uncertainty, nm. */
  readonly u: number;
  /** What to read first, where it is not read; null where it is. */
  readonly missing: BorePlace | null;
  /** A reading there waits for an answer, or does not belong to its map. */
  readonly doubted: boolean;
}

/**
 * The bore at one depth, as a ring's rule wants it: read there, in two directions at least, brought to 20 °C. Never
 * from another depth, the piston, the drawing or memory.
 */
export function boreAt(file: JobFile, cylinder: number, depth: Nanometres): BoreAtGap {
  const { places, doubted } = readingsOn(file, ['mm', cylinder]);
  const here = [...places.values()].filter(
    ({ station: s }) => s.part === 'bore' && s.cylinder === cylinder && s.depth === depth,
  );
  const read = here.flatMap((p) => (p.result ? [p.result.estimate] : []));
  const missing = askedAt(file, cylinder, depth).find((station) => !places.has(placeKey(station))) ?? null;
  const open = here.some((p) => p.result === null || p.result.conflict || doubted.has(p.key));
  if (read.length < 2 || missing || open)
    return { depth, mean: null, u: 0, missing, doubted: open && missing === null };
  const of = linear(read.map((e) => ({ c: 1 / read.length, of: e })));
  return { depth, mean: nm(Math.ceil(of.value)), u: uncertaintyOf(of).u, missing: null, doubted: false };
}

/** Directions a depth is read in: the plan's where it lies in the plan, else thrust and pin clear of windows. */
function askedAt({ engine, job }: JobFile, cylinder: number, depth: Nanometres): readonly BorePlace[] {
  const planned = borePlan(engine, job.plan, cylinder).filter((p) => p.station.depth === depth);
  if (planned.length > 0) return planned.filter((p) => !p.blocked).map((p) => p.station);
  return [0, 90]
    .map((o): BorePlace => ({ part: 'bore', cylinder, depth, angle: halfTurn(thrustAngle(engine) + o) }))
    .filter((s) => !isBlocked(engine, s.depth, s.angle));
}

/** Where the gap of a cylinder's rings is held against its minimum and its maximum. */
export interface GapDepths {
  readonly least: Nanometres;
  readonly most: Nanometres;
  /** Why there. */
  readonly why: (unit: LengthUnit) => string;
}

/** A depth as the sheet counts it, from the deck. */
const fromDeck = (engine: EngineSpec, { depth, from }: NonNullable<RingPack['gapDepth']>): Nanometres =>
  nm(from === 'deck' ? depth : engine.wallDepth - depth);

/**
 * Where a gap is checked: at the sheet's depth; in a cylinder with windows above the exhaust roof; in a renewed bore
 * just below the top ring's reversal; in a used one the minimum where the bore is smallest within ring travel and the
 * maximum where it is largest.
 */
export function gapDepths(file: JobFile, cylinder: number, pack: RingPack | null): GapDepths {
  const { engine } = file;
  const at = (depth: Nanometres, why: (unit: LengthUnit) => string): GapDepths => ({
    least: depth,
    most: depth,
    why,
  });
  if (pack?.gapDepth) {
    const { from } = pack.gapDepth;
    const depth = fromDeck(engine, pack.gapDepth);
    return at(
      depth,
      (unit) => `${depthText(pack.gapDepth!.depth, unit)} from the ${from}, as the sheet says`,
    );
  }
  const { top } = engine.depths;
  if (engine.ports.length > 0)
    return at(top, (unit) => `${depthText(top, unit)} down, above the windows: their edges let a ring in`);
  if (wallOf(file, cylinder))
    return at(top, (unit) => `${depthText(top, unit)} down, where the top ring turns round`);
  const depths = [...new Set(borePlan(engine, file.job.plan, cylinder).map((p) => p.station.depth))];
  const read = depths.map((d) => boreAt(file, cylinder, nm(d)));
  const means = read.flatMap((b) => (b.mean === null ? [] : [{ depth: b.depth, mean: b.mean }]));
  // Until all of its depths are read nobody knows where a worn bore is smallest.
  if (means.length < depths.length)
    return at(top, (unit) => `${depthText(top, unit)} down, until every depth of this used bore is read`);
  const least = means.reduce((a, b) => (b.mean < a.mean ? b : a)).depth;
  const most = means.reduce((a, b) => (b.mean > a.mean ? b : a)).depth;
  return {
    least,
    most,
    why: (unit) =>
      least === most
        ? `${depthText(least, unit)} down`
        : `where this used bore is smallest, ${depthText(least, unit)} down; its maximum where it is largest, ${depthText(most, unit)} down`,
  };
}
