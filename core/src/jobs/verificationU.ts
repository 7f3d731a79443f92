import {
  difference,
  instrumentOf,
  READS,
  readingEstimate,
  uncertaintyOf,
  type Estimate,
  type Instrument,
} from '../gauges/index.js';
import { wallMaterial, type Kit } from '../specs/index.js';
import type { JobFile } from './jobFile.js';
import { benchOf } from './benchOf.js';

export interface Verification {
  /** Standard uncertainty of the finished clearance, nm. */
  readonly u: number;
  readonly boreGauge: Instrument;
  readonly pistonGauge: Instrument;
}

/**
 * How well the finished clearance can be verified with the shop's best pair of gauges for this size. A bore
 * gauge set in the micrometer that sizes the piston shares its scale error, which then cancels.
 * @param kit whose piston is measured
 * @param at  ISO date, for calibration that has run out
 * @returns null when no gauge of the shop reaches the bore or the piston
 */
export function verificationU(file: JobFile, kit: Kit, at: string): Verification | null {
  const bench = benchOf(file);
  const reach = (of: 'inside' | 'outside', size: number) =>
    file.instruments.filter(
      (i) => READS[i.type].includes(of) && i.contacts === 2 && size >= i.rangeLow && size <= i.rangeHigh,
    );
  const one = (i: Instrument, part: 'bore' | 'piston', value: number): Estimate =>
    readingEstimate(
      {
        id: `${part}:verify`,
        place: `${part}:verify`,
        part: `${part}:verify`,
        value,
        instrumentId: instrumentOf(bench, i.id).id,
        at,
        material: part === 'bore' ? wallMaterial(file.engine.wall) : kit.material,
        thermalPart: part === 'bore' ? 'cylinder' : 'piston',
      },
      bench,
    );
  let best: Verification | null = null;
  for (const boreGauge of reach('inside', kit.piston)) {
    for (const pistonGauge of reach('outside', kit.piston)) {
      const { u } = uncertaintyOf(
        difference(one(boreGauge, 'bore', kit.piston), one(pistonGauge, 'piston', kit.piston)),
      );
      if (!best || u < best.u) best = { u, boreGauge, pistonGauge };
    }
  }
  return best;
}
