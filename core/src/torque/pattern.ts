interface At {
  readonly at: number;
  readonly x: number;
  readonly y: number;
}

/** Two lie as far from the middle as each other within this part of the farthest. */
const SAME = 0.12;

/**
 * Order in which the bolts of a cover are tightened where its maker gives none: from the middle outwards, each next one
 * as far across from the last as there is.
 * @param holes positions, in any one unit
 * @returns their numbers in order, each once
 * @example patternOf([{ at: 0, x: 0, y: 0 }, { at: 1, x: 10, y: 0 }, { at: 2, x: 10, y: 10 }, { at: 3, x: 0, y: 10 }]) // [0, 2, 1, 3]
 */
export function patternOf(holes: readonly At[]): readonly number[] {
  if (holes.length === 0) return [];
  const cx = holes.reduce((s, h) => s + h.x, 0) / holes.length;
  const cy = holes.reduce((s, h) => s + h.y, 0) / holes.length;
  const away = (h: At): number => Math.hypot(h.x - cx, h.y - cy);
  const farthest = Math.max(...holes.map(away), 1);
  const left = [...holes].sort((a, b) => away(a) - away(b) || a.at - b.at);
  const order: At[] = [];
  while (left.length > 0) {
    const last = order.at(-1);
    const nearest = away(left[0]!);
    const ring = left.filter((h) => away(h) - nearest <= SAME * farthest);
    const across = (h: At): number => (last ? Math.hypot(h.x - last.x, h.y - last.y) : 0);
    const next = ring.reduce((best, h) => (across(h) > across(best) + 1e-9 ? h : best));
    order.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return order.map((h) => h.at);
}
