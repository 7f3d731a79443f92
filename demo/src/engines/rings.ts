import { mm, type GappedRing, type RingPack, type RingSection } from '@tribos/core';
import { sourceOf, type Sheet } from './sheet.js';

type Ring = readonly [
  ring: GappedRing,
  height: number | null,
  section: RingSection,
  face: string,
  mark: string | null,
];

/** A ring as a sheet lists it, figures in mm. */
const ringOf = ([ring, height, section, face, mark]: Ring): RingPack['rings'][number] => ({
  ring,
  height: height === null ? null : mm(height),
  section,
  face,
  mark,
});

const RAILS: readonly Ring[] = [
  ['upper-rail', 0.45, 'rail', 'chromed', null],
  ['lower-rail', 0.45, 'rail', 'chromed', null],
];

/** The three rings of a four-stroke: two with a mark, an oil ring of two rails and an expander. */
export const fourStroke = (top: Ring, second: Ring): Pick<RingPack, 'rings' | 'expander'> => ({
  rings: [top, second, ...RAILS].map(ringOf),
  expander: true,
});

export const twoStroke = (...rings: readonly Ring[]): Pick<RingPack, 'rings' | 'expander'> => ({
  rings: rings.map(ringOf),
  expander: false,
});

type More = Partial<Pick<RingPack, 'maker' | 'clock' | 'pegs' | 'hatch'>> & {
  readonly gapDepth?: readonly [depth: number, from: 'deck' | 'skirt'];
};

/** A pack of rings for one maker's piston. @param markAt where the piston's mark points, from the engine's zero */
export function pack(
  sheet: Sheet,
  page: string,
  piston: string,
  rings: Pick<RingPack, 'rings' | 'expander'>,
  mark: readonly [is: string, at: number],
  more: More = {},
): RingPack {
  return {
    piston,
    maker: more.maker ?? piston,
    ...rings,
    gapDepth: more.gapDepth ? { depth: mm(more.gapDepth[0]), from: more.gapDepth[1] } : null,
    mark: { is: mark[0], at: mark[1] },
    clock: more.clock ?? null,
    pegs: more.pegs ?? [],
    hatch: more.hatch ?? null,
    source: sourceOf(sheet, page),
  };
}

/** Rings of an engine as its sheet holds them. */
export const ringPacks = (...packs: readonly RingPack[]) => ({ 'ring-packs': { packs } });
