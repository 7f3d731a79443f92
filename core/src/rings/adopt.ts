import type { EngineSpec, Limit, Source } from '../specs/index.js';
import { RING_PACKS, UNNAMED, type RingPack } from './pack.js';

/** One page of the engine maker’s own rings: what stands on it of their pack, and of their gaps and grooves. */
export interface AdoptablePage {
  readonly document: string;
  readonly page: string;
  readonly pack: RingPack | null;
  readonly limits: readonly Limit[];
}

const isOfRings = ({ feature, source, rows }: Limit): boolean =>
  /^ring\.(?:gap|groove)\./u.test(feature) && source.type === 'engine-maker' && rows === undefined;

/**
 * Pages of the engine maker’s own rings that a lead may say hold for another maker’s piston: where that maker’s sheet gives
 * no rings, and for every gap and groove it gives no figure of.
 * @param piston maker of the piston that goes in
 * @returns none where it is the engine maker’s own
 */
export function adoptablePages(
  engine: Pick<EngineSpec, 'maker' | 'limits' | 'parts'>,
  piston: string,
): readonly AdoptablePage[] {
  if (piston === engine.maker || piston === UNNAMED) return [];
  const packs = RING_PACKS.of(engine)?.packs ?? [];
  const own = packs.some((p) => p.piston === piston)
    ? []
    : packs.filter((p) => p.piston === engine.maker && p.source.type === 'engine-maker');
  const given = new Set(
    engine.limits.filter((l) => l.source.party === piston).map((l) => `${l.feature} ${l.state}`),
  );
  const limits = engine.limits.filter((l) => isOfRings(l) && !given.has(`${l.feature} ${l.state}`));
  const pages = new Map<string, AdoptablePage>();
  const at = ({ document, page }: Source, add: Partial<AdoptablePage>): void => {
    const key = `${document} ${page}`;
    const was = pages.get(key) ?? { document, page, pack: null, limits: [] };
    pages.set(key, {
      ...was,
      pack: add.pack ?? was.pack,
      limits: [...was.limits, ...(add.limits ?? [])],
    });
  };
  for (const pack of own) at(pack.source, { pack });
  for (const limit of limits) at(limit.source, { limits: [limit] });
  return [...pages.values()];
}

/** What a lead’s word is kept as: the reason is its document, the page the one it was taken from. */
const asAdopted = (source: Source, piston: string, reason: string): Source => ({
  ...source,
  type: 'adoption',
  party: piston,
  document: reason.trim(),
  page: [source.document, source.page].filter(Boolean).join(', ').slice(0, 200),
});

/** The engine maker’s rings for another maker’s piston: rings, clock, marks, as a lead says they hold for it. */
export const adoptedPack = (pack: RingPack, piston: string, reason: string): RingPack => ({
  ...pack,
  piston,
  maker: piston,
  source: asAdopted(pack.source, piston, reason),
});

/** A limit of the engine maker for another maker’s part, as a lead says it holds for it. */
export const adoptedLimit = (limit: Limit, piston: string, reason: string, id: string): Limit => ({
  ...limit,
  id,
  source: asAdopted(limit.source, piston, reason),
});
