import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { waySentence } from './waySentences.js';
import type { WayComparison } from './ways.js';

/** The ways out as API and command print them: sizes in nm, money in the smallest unit, probabilities as they are. */
export const printedWays = (file: JobFile, { ways, recommended }: WayComparison, unit: LengthUnit) =>
  ways.map((w) => ({
    name: w.name,
    route: w.route,
    kit: w.kit?.id ?? null,
    feasible: w.feasible,
    whyNot: w.whyNot,
    recommended: w === recommended,
    p: w.odds.p,
    weakest: w.odds.weakest,
    sentence: waySentence(file, w, unit),
    // A size that cannot be verified is printed nowhere.
    targets: w.targets.map(({ cylinder, target }) => ({
      cylinder,
      ...(target.cannotBeVerified
        ? { low: null, high: null, aim: null, unit: target.unit, kept: null, further: null }
        : {
            low: target.low,
            high: target.high,
            aim: target.aim,
            unit: target.unit,
            kept: target.visits.kept,
            further: target.visits.further,
          }),
      cannotBeVerified: target.cannotBeVerified,
    })),
    cost: w.cost && {
      lines: w.cost.lines,
      net: w.cost.net,
      tax: w.cost.tax,
      total: w.cost.total,
      missing: w.cost.missing,
      firm: w.cost.firm?.name ?? null,
    },
    days: w.cost?.days ?? null,
    life: w.life,
    displacement: w.displacement,
    warnings: w.warnings,
  }));
