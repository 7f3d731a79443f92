import { FEEL, nextFiling, type Cut, type FilingTry } from '../rings/index.js';
import type { Random } from '../statistics/index.js';

/** A shop in which rings are filed: what its tool really takes off, and which leaves lie in its rack. */
export interface FilingShop {
  /** True cut against the one that is planned with. */
  readonly cut: number;
  /** Steps of the rack, nm. */
  readonly rack: number;
  readonly target: number;
  readonly start: number;
  /** What a stroke is planned to take off. */
  readonly planned: Cut;
}

export interface Filed {
  readonly tries: number;
  readonly gap: number;
}

/**
 * Files one hidden ring as the planner says: every pass cuts within a fifth of the tool's rate, every leaf is
 * felt up to the feel of a hand off.
 */
export function fileRing(shop: FilingShop, random: Random): Filed {
  const spread = (around: number, by: number) => around + by * (2 * random.uniform() - 1);
  const rate = shop.planned.perStroke * shop.cut;
  let gap = shop.start;
  let strokes = 0;
  const tries: FilingTry[] = [];
  const feel = (): FilingTry => {
    const felt = spread(gap, FEEL);
    const goes = Math.floor(felt / shop.rack) * shop.rack;
    // The target's own leaf is in the rack wherever it lies.
    const at = felt >= shop.target ? Math.max(goes, shop.target) : goes;
    return {
      strokes,
      goes: at,
      doesNot: felt < shop.target ? Math.min(at + shop.rack, shop.target) : at + shop.rack,
    };
  };
  for (;;) {
    tries.push(feel());
    const step = nextFiling(shop.target, tries, shop.planned);
    if (step.kind !== 'file') return { tries: tries.length, gap };
    strokes += step.strokes;
    gap += step.strokes * spread(rate, rate / 5);
    if (tries.length > 100) return { tries: tries.length, gap };
  }
}
