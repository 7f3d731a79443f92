import { deepestScores } from '../bore/index.js';
import { topLeftOn, wallOf, type JobFile } from '../job/index.js';
import { WORK } from '../cylinder/index.js';
import { moneyText } from '../money/index.js';
import {
  capital,
  cylinderOf,
  figureTitle,
  oddsWords,
  verdictSentence,
  type Figure,
} from '../verdicts/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';
import type { Untold } from './wayOdds.js';
import { cannotBeVerifiedSentence } from './kitSentences.js';
import { canBeHad, unpriced, wallStands } from './recommendWay.js';
import { endedSentence, mayBeSound, tooEarly } from './tooEarly.js';
import type { Days } from './days.js';
import { isReuse, type Way, type WayComparison } from './ways.js';

/**
 * `about 9 working days, 13 at the latest nine times in ten`.
 * @example daysText({ median: 3, late: 8 }) // 'about 3 working days, 8 nine times in ten'
 */
export const daysText = ({ median, late }: Days): string =>
  late > median ? `about ${median} working days, ${late} nine times in ten` : `about ${median} working days`;

/** What a way costs with tax, and what of it nobody has a price for. */
export function costText(file: Pick<JobFile, 'shop'>, { cost }: Pick<Way, 'cost'>): string | null {
  if (!cost) return null;
  if (cost.total === 0) return 'no price on file';
  const total = moneyText(cost.total, file.shop.costs?.currency ?? '');
  return cost.missing.length === 0 ? total : `${total} without ${cost.missing.join(', ')}: no price on file`;
}

/** What is left of the wall after a way. */
export const lifeText = ({ life, route }: Pick<Way, 'life' | 'route'>): string =>
  [
    life.worn !== null && life.worn > 0
      ? `${Math.round(100 * (1 - life.worn))} % of its wear left`
      : route === 'exchange' || life.worn === 0
        ? 'a new wall'
        : '',
    life.oversizesLeft === 0
      ? 'no oversize left'
      : `${life.oversizesLeft} oversize${life.oversizesLeft === 1 ? '' : 's'} left`,
  ]
    .filter(Boolean)
    .join(', ');

const UNVERIFIED = 'Its clearance cannot be verified with these gauges: no size is given.';

/** What has no limit on file, and what helps. */
function noLimitText(figures: readonly Figure[]): string {
  const names = [...new Set(figures.map((f) => figureTitle(f).toLowerCase()))];
  return `No limit is on file for ${names.join(', ')}: type it, nothing is said for or against without it.`;
}

/** What the gauges cannot tell, with the range it lies in. */
function untoldText(file: JobFile, { low, high, figure }: Untold, unit: LengthUnit): string {
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: 10_000 });
  const todo =
    figure === null ? 'Try leaves, or take a surer gauge.' : (verdictSentence(file, figure, unit).todo ?? '');
  return `${figure?.gauges[0] ?? 'What it was read with'} cannot tell whether the clearance is kept: it lies between ${text(low)} and ${text(high)}. ${todo}`.trim();
}

/** Why a way that may be gone is not more sure, in a sentence. */
export function waySentence(file: JobFile, way: Way, unit: LengthUnit): string {
  if (way.whyNot) return way.whyNot;
  const { p, weakest, provisional, noLimit, untold } = way.odds;
  if (p === null && way.targets.some((t) => t.target.cannotBeVerified))
    return way.option ? `${cannotBeVerifiedSentence(way.option)} No size is given.` : UNVERIFIED;
  if (p === null && noLimit.length > 0) return noLimitText(noLimit);
  if (p === null && untold) return untoldText(file, untold, unit);
  if (p === null)
    return way.route === 'whole'
      ? 'Not everything that would be used again is read, its rings in their bore among it.'
      : isReuse(way.route)
        ? 'Not everything that would be used again is read.'
        : way.route === 'bore' || way.route === 'fit'
          ? 'Read every bore first, and every score.'
          : 'No size can be given yet.';
  const open = p < 0.995 && weakest ? ` Least sure: ${weakest}.` : '';
  return `${capital(oddsWords(p))}${provisional && p > 0.005 && p < 0.995 ? ' at least' : ''}.${open}`;
}

/** What the choice was between: the next likely one that would cost less, or go less deep; what nobody has a price for. */
function instead(comparison: WayComparison, best: Way): string {
  const { ways } = comparison;
  const before = ways.slice(0, ways.indexOf(best)).filter((w) => w.feasible && w.odds.p !== null);
  const last = before.at(-1);
  const open = unpriced(comparison, best).map((w) => w.name);
  return [
    last ? ` ${last.name}: ${oddsWords(last.odds.p!)}.` : '',
    open.length > 0 ? ` No price is known of: ${open.join(', ')}.` : '',
  ].join('');
}

/** The recommendation with its reason, or what has to come first. */
export function recommendationSentence(
  file: JobFile,
  comparison: WayComparison,
  figures: readonly Figure[],
  unit: LengthUnit = 'mm',
): string {
  const { kits, ways, assume, recommended: best } = comparison;
  if (topLeftOn(file)) return 'The top end is left on: nothing is decided of its cylinders here.';
  // What becomes of the wall is told by what is known of the cylinders; crank and head are decided beside it.
  const items = figures.filter((f) => cylinderOf(f) !== null);
  const ended = endedSentence(items);
  const wait = tooEarly(kits, items, deepestScores(file));
  if (wait) return wait;
  const first = ended ? `${ended} ` : '';
  if (best) {
    const price = costText(file, best);
    const inside = best.route === 'reuse' ? 'Everything is inside its limits: nothing has to be bored. ' : '';
    const said = [
      `${first}${inside}${best.name}: ${oddsWords(best.odds.p!)}`,
      ...(price ? [price] : []),
      ...(best.cost ? [daysText(best.cost.days)] : []),
    ].join(', ');
    const left =
      best.route !== 'bore'
        ? ''
        : best.life.oversizesLeft === 0
          ? ' It is the last oversize.'
          : ` ${best.life.oversizesLeft} oversize${best.life.oversizesLeft === 1 ? '' : 's'} left after it.`;
    return `${said}.${instead(comparison, best)}${left}`;
  }
  const renewed = file.engine.cylinders.flatMap((_, i) => wallOf(file, i) ?? []).at(-1);
  if (renewed && items.length > 0 && items.every((i) => i.state === 'within'))
    return `The wall was ${WORK[renewed.work.what].name} and is inside everything it is held against: nothing more is decided of it.`;
  if (renewed && !items.some((i) => i.state === 'beyond'))
    return `The wall was ${WORK[renewed.work.what].name}: nothing more is done to it while nothing speaks against it. Hold it against what it was to be: Measure.`;
  if (mayBeSound(items))
    return 'What is read is inside its limits. The clearance is not known yet: measure the pistons.';
  if (ended) {
    const able = ways.filter((w) => w.feasible && w.odds.p !== null).map((w) => w.name);
    return `${first}${able.length > 0 ? `${able.join('; or ')}.` : 'No way is on file.'}`;
  }
  if (kits.options.length === 0 && items.some((i) => i.state === 'beyond'))
    return 'No kit is on file for this engine.';
  if (items.length > 0 && items.every((i) => i.state === 'within') && kits.ended.reuse)
    return `The bores are inside their limits. ${kits.ended.reuse}`;
  const unsure = items.find((i) => i.state === 'undecided');
  const todo = unsure ? (verdictSentence(file, unsure, unit).todo ?? '') : '';
  const stands = wallStands(ways);
  if (stands)
    return stands.odds.p === null
      ? `The wall stands: nothing speaks against it. ${waySentence(file, stands, unit)}`
      : `Settle what can be settled by reading first: ${stands.name}, ${oddsWords(stands.odds.p)}, leaves the wall as it is. ${todo}`.trim();
  const likely = ways
    .filter((w) => w.feasible && w.odds.p !== null && canBeHad(w))
    .sort((a, b) => b.odds.p! - a.odds.p!)[0];
  if (!likely) return 'No way can be judged yet: read every bore, measure the pistons.';
  return likely.odds.p! >= assume.enough
    ? `Nothing is recommended while it cannot be told what is used again. ${likely.name}: ${oddsWords(likely.odds.p!)}. ${todo}`.trim()
    : `No way is surely enough. The likeliest is ${likely.name}: ${oddsWords(likely.odds.p!)}${likely.odds.weakest ? `, least sure: ${likely.odds.weakest}` : ''}. ${todo}`.trim();
}
