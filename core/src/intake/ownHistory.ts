import type { RouteName } from '../job/index.js';
import type { EngineSpec } from '../specs/index.js';
import { likelyFindings } from './likely.js';

/** An earlier job of the same engine in this shop: what was said of it, and the way that was decided. */
export interface Earlier {
  readonly complaint: string;
  readonly route: RouteName;
}

/** What earlier jobs came to. */
export interface OwnHistory {
  /** Whether only those with such a complaint are counted; else all of this engine. */
  readonly alike: boolean;
  readonly of: number;
  /** The most frequent first. */
  readonly ways: readonly { readonly route: RouteName; readonly count: number }[];
}

/** Fewer are no history. */
const FEWEST = 5;

/**
 * What the shop's own earlier jobs of an engine came to: those with such a complaint where there are five, else all
 * of them.
 * @returns null while there are fewer than five
 */
export function ownHistory(
  complaint: string,
  engine: Pick<EngineSpec, 'strokes'>,
  earlier: readonly Earlier[],
): OwnHistory | null {
  const keysOf = (text: string) => likelyFindings(text, engine).map((l) => l.key);
  const mine = new Set(keysOf(complaint));
  const like = earlier.filter((e) => keysOf(e.complaint).some((k) => mine.has(k)));
  const alike = like.length >= FEWEST;
  const counted = alike ? like : earlier;
  if (counted.length < FEWEST) return null;
  const counts = new Map<RouteName, number>();
  for (const { route } of counted) counts.set(route, (counts.get(route) ?? 0) + 1);
  const ways = [...counts].map(([route, count]) => ({ route, count })).sort((a, b) => b.count - a.count);
  return { alike, of: counted.length, ways };
}
