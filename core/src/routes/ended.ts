import { cylinderOf, partOf, type Figure } from '../verdicts/index.js';

/** What findings say of the walls before any size does. */
export interface Ended {
  /** A wall is not used again, or may not be: no kit is recommended for it. */
  readonly doubted: boolean;
  /** Why no piston goes into the bores as they are; null where it may. */
  readonly fit: string | null;
  /** Why what came out does not go back as it is; null where it may. */
  readonly reuse: string | null;
  /** The same where its rings stay in too. */
  readonly whole: string | null;
  /** Why nothing is bored; null where it may be. */
  readonly bore: string | null;
}
export const NOT_ENDED: Ended = { doubted: false, fit: null, reuse: null, whole: null, bore: null };

/** Walls that findings have ended: a coating that is through is not used again, a cracked casting for nothing. */
export function endedBy(figures: readonly Figure[]): Ended {
  const found = figures.filter((f) => f.feature === 'finding' && cylinderOf(f) !== null);
  // What a finding on a part ends goes back into no bore.
  const parts = figures.filter((f) => f.feature === 'finding' && f.state === 'beyond' && f.found);
  const of = (...kinds: readonly string[]) =>
    parts.find((f) => kinds.includes(partOf(f)?.split(':')[0] ?? ''));
  const barrel = of('cylinder');
  const inside = of('piston', 'pin');
  const rings = of('rings');
  const named = (f: Figure): string => (f.subject.of === 'part' ? f.subject.name : '');
  const crack = found.some((f) => f.finding?.what === 'crack' && f.state === 'beyond')
    ? 'A cylinder is cracked: another cylinder first.'
    : barrel
      ? `The ${named(barrel)} is ended by what was found on it (${barrel.found!.text}): another cylinder first.`
      : null;
  const coating = found.some((f) => f.state === 'beyond')
    ? 'The wall is not used again, whatever its sizes say: replate it, or another cylinder first.'
    : null;
  const wall = crack ?? coating;
  const reuse = inside
    ? `The ${named(inside)} is not used again: ${inside.found!.text}. Choose a kit.`
    : null;
  const whole = rings ? `The ${named(rings)} are not used again: ${rings.found!.text}. New rings.` : null;
  return {
    doubted: found.length > 0 || barrel !== undefined,
    fit: wall,
    reuse: wall ?? reuse,
    whole: wall ?? reuse ?? whole,
    bore: crack,
  };
}
