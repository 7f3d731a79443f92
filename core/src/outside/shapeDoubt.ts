import { acceptance, atHand, READS, type Instrument } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { normalQuantile } from '../statistics/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';

/** Standard uncertainty of the difference of two readings with one gauge: what it does not share with itself. */
const differenceU = (i: Pick<Instrument, 'resolution' | 'repeatability'>): number =>
  Math.SQRT2 * Math.hypot(i.resolution / Math.sqrt(12), i.repeatability);

/**
 * What of the shape a ticket asks for cannot be verified when it comes back: a limit under 2·z·u of a difference; said
 * before it is sent, with the gauge that could.
 */
export function shapeDoubts(
  file: JobFile,
  { round, taper }: { readonly round: number | null; readonly taper: number | null },
  unit: LengthUnit,
): readonly string[] {
  const z = normalQuantile(acceptance('wear', file.shop.rules));
  const gauges = file.instruments
    .filter(
      (i) =>
        atHand(i) &&
        READS[i.type].includes('inside') &&
        i.contacts === 2 &&
        file.engine.bore >= i.rangeLow &&
        file.engine.bore <= i.rangeHigh,
    )
    .map((i) => ({ name: i.name, least: 2 * z * differenceU(i) }))
    .sort((a, b) => a.least - b.least);
  const text = (v: number) => withUnit(nm(Math.ceil(v)), { unit, step: 1_000 });
  return (
    [
      ['Out-of-round', round],
      ['Taper', taper],
    ] as const
  ).flatMap(([name, limit]) => {
    if (limit === null) return [];
    const able = gauges.find((g) => g.least <= limit);
    const unable = gauges.filter((g) => g.least > limit);
    if (able && unable.length === 0) return [];
    if (able) return [`${name} within ${text(limit)}: only ${able.name} can show that.`];
    const best = gauges[0];
    return [
      best
        ? `${name} within ${text(limit)} cannot be verified with these gauges: ${best.name} shows ${text(best.least)} at the least. A surer bore gauge, or the firm’s own readings.`
        : `${name} within ${text(limit)} cannot be verified: no gauge of this shop reads that bore in two points.`,
    ];
  });
}
