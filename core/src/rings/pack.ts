import { fittedPiston, pistonSince, type JobFile } from '../job/index.js';
import { angle, size } from '../ledger/index.js';
import { GAPPED_RINGS, workOf, type GappedRing } from '../cylinder/index.js';
import { boolean, list, number, object, oneOf, orNull, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Clocked } from './clock.js';
import { packLine } from './packLine.js';

/** Forms of a ring's section; rings that fill a wedge are judged by their own sheet alone. */
export const SECTIONS = {
  rectangular: 'rectangular',
  barrel: 'barrel faced',
  taper: 'taper faced',
  'l-shaped': 'L-shaped',
  keystone: 'keystone',
  'semi-keystone': 'semi-keystone',
  rail: 'rail',
} as const;
export type RingSection = keyof typeof SECTIONS;

const gapAngle = orNull(angle);

/** One ring of a pack as its sheet describes it. */
const RING = object({
  ring: oneOf(...GAPPED_RINGS),
  /** Axial height, nm; null where the sheet is silent. */
  height: orNull(size),
  section: oneOf(...(Object.keys(SECTIONS) as RingSection[])),
  /** Face in the sheet's words: chromed, bare iron, moly. */
  face: text(60),
  /** What is stamped beside the gap; null for a ring without a mark, which goes either way up. */
  mark: orNull(text(20)),
});

/** The rings that belong to one maker's piston, and how they are set. */
export const PACK = object({
  /** Maker of the piston they belong to. */
  piston: text(200),
  /** Maker of the rings: whose gap governs. */
  maker: text(200),
  rings: list(RING, 1, 4),
  /** A spring under the rails: it has no gap to size, its ends butt. */
  expander: boolean,
  /** Where a gap is checked, and from which end it is counted; null where the sheet leaves it to the shop. */
  gapDepth: orNull(object({ depth: size, from: oneOf('deck', 'skirt') })),
  /** The piston's mark: what it is, and where it points, degrees from the engine's zero. */
  mark: object({ is: text(40), at: angle }),
  /** The maker's drawing: each gap from the piston's mark, clockwise seen from above; null without one. */
  clock: orNull(
    object({
      top: gapAngle,
      second: gapAngle,
      'upper-rail': gapAngle,
      expander: gapAngle,
      'lower-rail': gapAngle,
    }),
  ),
  /** Pegs that hold a ring's gap, degrees from the piston's mark. */
  pegs: list(object({ ring: oneOf('top', 'second'), angle }), 0, 2),
  /** Cross-hatch the rings want, included angle in degrees; null where the sheet is silent. */
  hatch: orNull(number(1, 179)),
  source: SOURCE,
});
export type RingPack = Of<typeof PACK>;
export type PackRing = RingPack['rings'][number];

/** Rings of an engine, a pack for each maker's piston. */
export const RING_PACKS = sheetPart(
  'ring-packs',
  { packs: list(PACK, 0, 20) },
  {
    title: 'Rings',
    lines: [packLine],
    ofMaker: ({ packs }, maker) => {
      const own = packs.filter((p) => p.piston === maker);
      return own.length === 0 ? null : { packs: own };
    },
    words: {
      packs: 'a pack for each maker’s piston',
      piston: 'maker of the piston',
      maker: 'maker of the rings',
      rings: 'rings, top first',
      section: 'section',
      mark: 'mark beside the gap',
      expander: 'a spring under the rails',
      gapDepth: 'where the gap is checked',
      depth: 'so deep',
      from: 'counted from',
      is: 'what it is',
      at: 'points to, from 0° of the engine',
      clock: 'the maker’s drawing: gaps from the mark',
      pegs: 'pegs',
      angle: 'from the mark',
      hatch: 'cross-hatch they want, included angle',
      'packs.mark': 'mark on the piston',
      ...SECTIONS,
    },
  },
);

/** The last time other rings alone went into a cylinder. */
const ringsPut = (file: JobFile, cylinder: number) =>
  workOf(file.log).findLast(
    ({ entry }) => entry.what === 'rings-renewed' && (entry.cylinder === null || entry.cylinder === cylinder),
  ) ?? null;

/**
 * Since which entry of the log the rings of a cylinder are the ones in hand: put in by themselves, or with another
 * piston; -1 for those that came. What was tried before it was tried with others.
 */
export const ringsSince = (file: JobFile, cylinder: number): number =>
  Math.max(ringsPut(file, cylinder)?.at ?? -1, pistonSince(file, cylinder));

/** Whether the rings of a cylinder are not the ones that came in, or go in with the piston that was chosen. */
export const ringsRenewed = (file: JobFile, cylinder: number): boolean =>
  fittedPiston(file, cylinder).renewed || ringsPut(file, cylinder) !== null;

/** Another piston of which nobody wrote down whose it is: nobody's figures govern its rings. */
export const UNNAMED = 'An unnamed maker';

/** Whose piston the rings of a cylinder run on. */
export const pistonMaker = (file: JobFile, cylinder: number): string => {
  const { kit, renewed } = fittedPiston(file, cylinder);
  if (kit) return kit.maker;
  return renewed ? UNNAMED : (file.job.fitted.piston ?? file.engine.maker);
};

/** The pack of rings a cylinder gets or has; null where none is on file for its piston's maker. */
export function packOf(file: JobFile, cylinder: number): RingPack | null {
  const packs = RING_PACKS.of(file.engine)?.packs ?? [];
  const kitId = ringsPut(file, cylinder)?.entry.kitId;
  const bought = file.engine.kits.find((k) => k.id === kitId)?.maker;
  return packs.find((p) => p.piston === (bought ?? pistonMaker(file, cylinder))) ?? null;
}

/** Whose rings are in a cylinder or go into it: their maker's gaps govern. */
export function ringMaker(file: JobFile, cylinder: number): string {
  const pack = packOf(file, cylinder);
  if (!ringsRenewed(file, cylinder) && file.job.fitted.ring !== null) return file.job.fitted.ring;
  return pack?.maker ?? pistonMaker(file, cylinder);
}

/** Rings with a gap, top first. */
export const gapped = (pack: RingPack): readonly GappedRing[] =>
  GAPPED_RINGS.filter((r) => pack.rings.some((x) => x.ring === r));

/** Whether a ring is a rail of the oil ring. */
export const isRail = (ring: GappedRing): boolean => ring === 'upper-rail' || ring === 'lower-rail';

/** What of a pack is clocked, top first. */
export const clockedOf = (pack: RingPack): readonly Clocked[] => [
  ...gapped(pack).filter((r) => r === 'top' || r === 'second'),
  ...gapped(pack).filter((r) => r === 'upper-rail'),
  ...(pack.expander ? (['expander'] as const) : []),
  ...gapped(pack).filter((r) => r === 'lower-rail'),
];
