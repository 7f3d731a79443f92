import { HOUSE } from './house.js';
import { gapsRead, placesRead } from '../readings/index.js';
import type { JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { ThingPlace } from '../cylinder/index.js';
import {
  limitsFor,
  measuringOf,
  placeOn,
  thingsAsked,
  type GapLimits,
  type Measurand,
  type Spot,
  type Thing,
} from '../measurands/index.js';

/** Rooms that measure things of the engine besides its cylinders. */
export const MEASURING = measuringOf(HOUSE);

const measuresOf = (room: string): readonly Measurand[] =>
  MEASURING.find((r) => r.name === room)?.measuring.measures ?? [];

export const measurandOf = (part: ThingPlace['part']): Measurand | null =>
  MEASURING.flatMap((r) => r.measuring.measures).find((m) => m.part === part) ?? null;

/** A thing with its places, as a screen lists it. */
export interface ListedThing {
  readonly m: Measurand;
  readonly thing: Thing;
  readonly spots: readonly (Spot & { readonly place: ThingPlace })[];
  /** Whether the job asks for it; else it was read all the same. */
  readonly asked: boolean;
}

/**
 * Things of a room that a job asks for or has readings of.
 * @param all every thing the engine has, for somebody who wants to read more
 */
export function listedThings(file: JobFile, room: string, all: boolean): readonly ListedThing[] {
  const measures = measuresOf(room);
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  return measures.flatMap((m) => {
    const asked = new Set(thingsAsked(file, m, measures).map((t) => t.key));
    return m.things(file.engine).flatMap((thing): ListedThing[] => {
      const spots = m.spots(file.engine, thing).map((s) => ({ ...s, place: placeOn(m, thing, s) }));
      const read = spots.some((s) => places.has(placeKey(s.place)) || gaps.has(placeKey(s.place)));
      return (all && (m.has?.(file, thing) ?? true)) || read || asked.has(thing.key)
        ? [{ m, thing, spots, asked: asked.has(thing.key) }]
        : [];
    });
  });
}

/** Rooms something is asked for or was read in, of those that are read at Measure. */
export const roomsMeasured = (file: JobFile) =>
  MEASURING.filter((r) => r.station === 'measure' && listedThings(file, r.name, false).length > 0);

/** What a gap of the engine is held against, whatever state its part is in: the widest of its limits. */
export function gapLimits(file: JobFile, place: ThingPlace): GapLimits & { readonly slack: number } {
  const m = measurandOf(place.part);
  const thing = m?.things(file.engine).find((t) => t.key === place.thing);
  if (!m || !thing) return { low: null, high: null, slack: 0 };
  const sides = new Set(m.rules.flatMap((r) => r.sides));
  const limits = limitsFor(file.engine, m, thing);
  const worn = limits.filter((l) => l.state === 'service');
  const of = (end: 'low' | 'high') => {
    const from = worn.some((l) => l[end] !== null) ? worn : limits;
    return from.flatMap((l) => (l[end] === null ? [] : [l[end]]))[0] ?? null;
  };
  return {
    low: sides.has('min') ? of('low') : null,
    high: sides.has('max') ? of('high') : null,
    slack: m.slack ?? 0,
  };
}
