import { deepestScores } from '../bore/index.js';
import type { JobFile } from '../job/index.js';
import { moneyText } from '../money/index.js';
import { capital, cylinderOf, oddsWords, verdictSentence, type Figure } from '../verdicts/index.js';
import { canBeHad, settleFirst } from './recommendWay.js';
import { endedSentence, mayBeSound, tooEarly } from './tooEarly.js';
import type { Days } from './days.js';
import type { Way, WayComparison } from './ways.js';

/** `about 9 working days, 13 at the latest nine times in ten`. */
export const daysText = ({ median, late }: Days): string =>
  late > median ? `about ${median} working days, ${late} nine times in ten` : `about ${median} working days`;

/** What a way costs with tax, and what of it nobody has a price for. */
export function costText(file: Pick<JobFile, 'shop'>, { cost }: Pick<Way, 'cost'>): string | null {
  if (!cost) return null;
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

/** Why a way that may be gone is not more sure, in a sentence. */
export function waySentence(way: Way): string {
  if (way.whyNot) return way.whyNot;
  const { p, weakest, provisional } = way.odds;
  if (p === null)
    return way.route === 'reuse' || way.route === 'hone'
      ? 'Not everything that would be used again is read.'
      : way.route === 'bore' || way.route === 'fit'
        ? 'Read every bore first, and every score.'
        : 'No size can be given yet.';
  const open = p < 0.995 && weakest ? ` Least sure: ${weakest}.` : '';
  return `${capital(oddsWords(p))}${provisional && p > 0.005 && p < 0.995 ? ' at least' : ''}.${open}`;
}

/** What the choice was between: the next likely one that would cost less, or go less deep. */
function instead({ ways }: WayComparison, best: Way): string {
  const before = ways.slice(0, ways.indexOf(best)).filter((w) => w.feasible && w.odds.p !== null);
  const last = before.at(-1);
  return last ? ` ${last.name}: ${oddsWords(last.odds.p!)}.` : '';
}

/** The recommendation with its reason, or what has to come first. */
export function recommendationSentence(
  file: JobFile,
  comparison: WayComparison,
  figures: readonly Figure[],
): string {
  const { kits, ways, assume, recommended: best } = comparison;
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
  const likely = ways
    .filter((w) => w.feasible && w.odds.p !== null && canBeHad(w))
    .sort((a, b) => b.odds.p! - a.odds.p!)[0];
  if (!likely) return 'No way can be judged yet: read every bore, measure the pistons.';
  const unsure = items.find((i) => i.state === 'undecided');
  const todo = unsure ? (verdictSentence(file, unsure, 'mm').todo ?? '') : '';
  const before = settleFirst(comparison, likely);
  if (before)
    return `Settle what can be settled by reading first: ${before.name}, ${oddsWords(before.odds.p!)}, leaves the wall as it is. ${todo}`.trim();
  return likely.odds.p! >= assume.enough
    ? `Nothing is recommended while it cannot be told what is used again. ${likely.name}: ${oddsWords(likely.odds.p!)}. ${todo}`.trim()
    : `No way is surely enough. The likeliest is ${likely.name}: ${oddsWords(likely.odds.p!)}${likely.odds.weakest ? `, least sure: ${likely.odds.weakest}` : ''}. ${todo}`.trim();
}
