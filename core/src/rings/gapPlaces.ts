import { gapsOn, type GapState } from '../readings/index.js';
import type { JobFile } from '../job/index.js';
import type { GappedRing, RingGapPlace } from '../cylinder/index.js';
import { gapDepths } from './boreAtGap.js';
import { gapPlace } from './gapPlace.js';
import { gapped, packOf } from './pack.js';

/**
 * Where gaps of a cylinder may be tried: every ring of its pack where its minimum is checked, and its maximum where that is
 * elsewhere; the top ring low in the travel besides, as a check of the taper.
 */
export function gapPlaces(file: JobFile, cylinder: number): readonly RingGapPlace[] {
  const pack = packOf(file, cylinder);
  const { least, most } = gapDepths(file, cylinder, pack);
  const rings: readonly GappedRing[] = pack ? gapped(pack) : ['top'];
  const { low } = file.engine.depths;
  return [
    ...rings.map((ring) => gapPlace(cylinder, ring, least)),
    ...(most === least ? [] : rings.map((ring) => gapPlace(cylinder, ring, most))),
    ...(low === least || low === most ? [] : [gapPlace(cylinder, 'top', low)]),
  ];
}

type RingGap = GapState & { readonly station: RingGapPlace };

/** What was tried of a ring at other depths than those its gap is checked at: shown as such, it proves nothing there. */
export function triedElsewhere(file: JobFile, cylinder: number, ring: GappedRing): readonly RingGap[] {
  const { least, most } = gapDepths(file, cylinder, packOf(file, cylinder));
  return [...gapsOn(file, cylinder).values()].filter(
    (g): g is RingGap =>
      g.station.part === 'ring-gap' &&
      g.station.cylinder === cylinder &&
      g.station.ring === ring &&
      g.station.depth !== least &&
      g.station.depth !== most,
  );
}
