import type { BoreSurvey } from './survey.js';

const RAD = Math.PI / 180;

/** Diameter at one depth as a harmonic in angle: two directions give a at their own axes, one only m. */
function harmonic(d: BoreSurvey['depths'][number]): (angle: number) => number {
  if (d.shape) {
    const { m, a, b } = d.shape;
    return (t) => m.value + a.value * Math.cos(2 * t * RAD) + b.value * Math.sin(2 * t * RAD);
  }
  const [first, second] = d.readings;
  if (d.two && first && second) {
    const half = (first.of.value - second.of.value) / 2;
    return (t) => d.two!.mean + half * Math.cos(2 * (t - first.angle) * RAD);
  }
  return () => first!.of.value;
}

/**
 * Wear over the unrolled wall: deviation of diameter from a reference, harmonic in angle, linear in depth.
 * @param reference nm
 * @returns a function of angle (degrees) and depth (nm) giving nm, or null outside the outermost places
 */
export function wearMap(
  survey: BoreSurvey,
  reference: number,
): (angle: number, depth: number) => number | null {
  const rows = survey.depths.map((d) => ({ depth: d.depth, at: harmonic(d) }));
  return (angle, depth) => {
    for (let i = 0; i + 1 < rows.length; i += 1) {
      const [above, below] = [rows[i]!, rows[i + 1]!];
      if (depth < above.depth || depth > below.depth) continue;
      const share = (depth - above.depth) / (below.depth - above.depth);
      return (1 - share) * above.at(angle) + share * below.at(angle) - reference;
    }
    return null;
  };
}
