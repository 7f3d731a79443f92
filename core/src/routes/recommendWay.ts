import type { Way, WayComparison } from './ways.js';

/** Probabilities nearer than this are a tie. */
const TIE = 0.01;

/** Whether a way is likely enough, and what it uses again is known to be inside its limits. */
export const isEnough = (way: Way, enough: number): boolean =>
  way.feasible && way.odds.p !== null && way.odds.p >= enough && way.sure && canBeHad(way);

/** A wall is bored anywhere; plating, a sleeve, another cylinder has to be got from somebody who is on file. */
export const canBeHad = ({ route, cost }: Way): boolean =>
  (route !== 'replate' && route !== 'sleeve' && route !== 'exchange') || (cost?.firm ?? null) !== null;

const AS_IT_IS: ReadonlySet<string> = new Set(['reuse', 'hone', 'fit']);

/** Its price, where everything of it has one. */
const priceOf = (way: Way): number | null => (way.cost && !way.cost.open ? way.cost.total : null);

/**
 * The cheapest way that surely enough does. Among those of one price the likelier, where they tie the one that sits
 * nearest the middle of its clearance, then the one that leaves more life. Where one of them has no price on file, the
 * one that goes least deep: nobody can say it is dearer.
 * @param asItIs the wall may be sound, nobody knows yet: only what leaves it as it is
 * @returns null where none does
 */
export function recommendWay(
  { ways, assume }: Pick<WayComparison, 'ways' | 'assume'>,
  asItIs = false,
): Way | null {
  const able = ways.filter((w) => isEnough(w, assume.enough) && (!asItIs || AS_IT_IS.has(w.route)));
  const [first] = able;
  if (!first) return null;
  const prices = able.map(priceOf);
  const least = prices.includes(null) ? null : Math.min(...(prices as number[]));
  const alike =
    least === null
      ? able.filter((w) => w.route === first.route && (w.kit?.oversize ?? 0) === (first.kit?.oversize ?? 0))
      : able.filter((w) => priceOf(w) === least);
  const likeliest = Math.max(...alike.map((w) => w.odds.p!));
  const best = alike
    .filter((w) => likeliest - w.odds.p! <= TIE)
    .reduce((best, w) => {
      if (w.offTarget !== best.offTarget) return w.offTarget < best.offTarget ? w : best;
      return w.life.oversizesLeft > best.life.oversizesLeft ? w : best;
    });
  return settleFirst({ ways }, best) ? null : best;
}

/**
 * What leaves the wall as it is and no reading speaks against, a piston for it where that is more likely right than
 * not; only the readings cannot tell yet: reading again costs
 * minutes, the way beside it a new wall. Null where nothing like that stands before a way.
 */
export function settleFirst({ ways }: Pick<WayComparison, 'ways'>, best: Way): Way | null {
  if (AS_IT_IS.has(best.route)) return null;
  return (
    ways
      .filter(
        (w) =>
          AS_IT_IS.has(w.route) &&
          w.feasible &&
          !w.sure &&
          !w.refuted &&
          w.odds.p !== null &&
          (w.route !== 'fit' || w.odds.p >= 0.5),
      )
      .sort((a, b) => b.odds.p! - a.odds.p!)[0] ?? null
  );
}
