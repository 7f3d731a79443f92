import { waySentence } from './waySentences.js';
import type { WayComparison } from './ways.js';

/** The ways out as API and command print them: sizes in nm, money in the smallest unit, probabilities as they are. */
export const printedWays = ({ ways, recommended }: WayComparison) =>
  ways.map((w) => ({
    name: w.name,
    route: w.route,
    kit: w.kit?.id ?? null,
    feasible: w.feasible,
    whyNot: w.whyNot,
    recommended: w === recommended,
    p: w.odds.p,
    weakest: w.odds.weakest,
    sentence: waySentence(w),
    targets: w.targets.map(({ cylinder, target }) => ({
      cylinder,
      low: target.low,
      high: target.high,
      aim: target.aim,
      inside: target.pInside,
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
