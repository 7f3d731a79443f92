import type { Way, WayComparison } from './ways.js';
import { UNLIKELY } from './wayOdds.js';

/** Probabilities nearer than this are a tie. */
const TIE = 0.01;

/** Whether a way is likely enough, and what it uses again is known to be inside its limits. */
export const isEnough = (way: Way, enough: number): boolean =>
  way.feasible && way.odds.p !== null && way.odds.p >= enough && way.sure && canBeHad(way);

/**
 * A wall is bored anywhere; plating, a sleeve, another cylinder has to be got from somebody who is on file.
 * @example canBeHad({ route: 'reuse', cost: null }) // true
 */
export const canBeHad = ({ route, cost }: Way): boolean =>
  (route !== 'replate' && route !== 'sleeve' && route !== 'exchange') || (cost?.firm ?? null) !== null;

const AS_IT_IS: ReadonlySet<string> = new Set(['whole', 'reuse', 'hone', 'fit']);

/** Its price; null where nobody has typed all of it: not known is never nothing. */
const priceOf = (way: Way): number | null => (way.cost && !way.cost.open ? way.cost.total : null);

/**
 * The way that leaves the wall as it is and may still do, the likeliest first: nothing read or found speaks against it,
 * and it may be no small one, or nobody can say: what a probability is at least speaks against nothing. While there is one no wall is given up. Null where none is.
 */
export function wallStands(ways: readonly Way[]): Way | null {
  return (
    ways
      .filter(
        (w) =>
          AS_IT_IS.has(w.route) &&
          w.feasible &&
          !w.refuted &&
          (w.odds.atMost === null || w.odds.atMost >= UNLIKELY),
      )
      .sort((a, b) => (b.odds.p ?? 0) - (a.odds.p ?? 0))[0] ?? null
  );
}

/** Ways that are likely enough, and that somebody could be sent on. */
const enoughOf = (
  { ways, assume }: Pick<WayComparison, 'ways' | 'assume'>,
  asItIs: boolean,
): readonly Way[] => ways.filter((w) => isEnough(w, assume.enough) && (!asItIs || AS_IT_IS.has(w.route)));

/** Ways that do as surely as the recommended one and whose price nobody has typed: named beside it. */
export const unpriced = (comparison: Pick<WayComparison, 'ways' | 'assume'>, best: Way): readonly Way[] =>
  enoughOf(comparison, AS_IT_IS.has(best.route)).filter((w) => w !== best && priceOf(w) === null);

/**
 * The cheapest way that surely enough does; what nobody has typed a price for is never the cheapest. Among those of one
 * price the likelier, where they tie the one that sits nearest what its clearance aims at, then the one that leaves more
 * life. Where none has a price, the one that goes least deep.
 * @param asItIs the wall stands, or may: only what leaves it as it is
 * @returns null where none does
 */
export function recommendWay(comparison: Pick<WayComparison, 'ways' | 'assume'>, asItIs = false): Way | null {
  const able = enoughOf(comparison, asItIs);
  const [first] = able;
  if (!first) return null;
  const prices = able.flatMap((w) => priceOf(w) ?? []);
  const least = prices.length > 0 ? Math.min(...prices) : null;
  const alike =
    least === null
      ? able.filter((w) => w.route === first.route && (w.kit?.oversize ?? 0) === (first.kit?.oversize ?? 0))
      : able.filter((w) => priceOf(w) === least);
  const likeliest = Math.max(...alike.map((w) => w.odds.p!));
  return alike
    .filter((w) => likeliest - w.odds.p! <= TIE)
    .reduce((best, w) => {
      if (w.offTarget !== best.offTarget) return w.offTarget < best.offTarget ? w : best;
      return w.life.oversizesLeft > best.life.oversizesLeft ? w : best;
    });
}
