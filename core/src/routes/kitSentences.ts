import { ROUTES, standingDecision, type JobFile } from '../job/index.js';
import { CONSTRUCTION, type Kit } from '../specs/index.js';
import { cylinderOf, capital, cylindersText, oddsWords, type Figure } from '../verdicts/index.js';
import type { KitComparison, KitOption } from './kitOptions.js';

/** Why no finished size can be shown to fit, and the cheapest change that would let one. */
export function cannotBeVerifiedSentence(option: KitOption): string {
  const why = 'The clearance window is too narrow to be verified with these gauges';
  const { remedy } = option;
  if (!remedy)
    return `${why}, and nothing in this shop would do: a surer bore gauge or micrometer is needed.`;
  const pair = `${remedy.boreGauge.name} and ${remedy.pistonGauge.name}`;
  return remedy.kind === 'three-repeats'
    ? `${why}: three repeats of bore and piston with ${pair} would do.`
    : `${why}: ${remedy.boreGauge.name} zeroed in ${remedy.pistonGauge.name}, three readings each, would do.`;
}

const others = (file: JobFile): string =>
  CONSTRUCTION[file.engine.wall].boring ? 'Re-sleeve, or another cylinder.' : 'Replate, or another cylinder.';

/** What one kit does for this engine. */
export function kitSentence(file: JobFile, option: KitOption): string {
  if (option.whyNot) return option.whyNot;
  if (option.says === null) return 'Read every bore first.';
  const chooser =
    option.weakest === null || file.engine.cylinders.length === 1
      ? ''
      : ` ${capital(file.engine.cylinders[option.weakest]!)} chooses.`;
  const cannot = option.cylinders.some((c) => c.target?.cannotBeVerified)
    ? ` ${cannotBeVerifiedSentence(option)}`
    : '';
  if (option.way === 'fit') {
    if (option.says === 'will')
      return `Goes into the bore as it is, inside the sheet’s clearance at both ends: ${oddsWords(option.p!)}.`;
    return option.says === 'may'
      ? `These readings cannot say whether the clearance is right: ${oddsWords(option.p!)} that it is.${chooser}`
      : `The clearance would be outside the sheet.${chooser}`;
  }
  if (option.says === 'will') return `Cleans every cylinder up, however the wear is shared.${cannot}`;
  if (option.says === 'will-not') return `Will not clean up.${chooser}`;
  if (option.p === null)
    return `Cannot be promised while a score’s depth is not known: draw a fingernail across it, or measure it.${chooser}${cannot}`;
  return `May clean up: ${oddsWords(option.p)}, depending on which side the wear is.${chooser}${cannot}`;
}

/** Why nothing is recommended yet; null when nothing stands in the way. */
function notYet(kits: KitComparison, items: readonly Figure[]): string | null {
  const bores = items.filter((i) => i.feature === 'bore');
  if (bores.some((i) => i.limit?.source.type === 'machinist'))
    return 'The bores are back from the machinist: hold each against its ticket before anything is assembled.';
  if (bores.some((i) => i.because === 'unread' || i.because === 'incomplete'))
    return 'Read every bore first: the worst cylinder chooses for all.';
  if (items.some((i) => i.because === 'outlier' || i.because === 'question'))
    return 'Answer what is asked about a reading first: nothing is recommended on a figure that is in doubt.';
  if (items.some((i) => i.because === 'zero-open'))
    return 'Find the comparator’s zero again first: until then nobody knows how far it wandered.';
  if (items.some((i) => i.because === 'finding'))
    return 'Find out how deep the mark is first: a coating that a fingernail catches in is not used again.';
  return kits.soFar && kits.options.length > 0
    ? 'Read every bore first: the worst cylinder chooses for all.'
    : null;
}

/** The recommendation with its reason. */
export function recommendationSentence(
  file: JobFile,
  kits: KitComparison,
  figures: readonly Figure[],
): string {
  // What becomes of the wall is told by what is known of the cylinders; crank and head are decided beside it.
  const items = figures.filter((f) => cylinderOf(f) !== null);
  const crack = items.find((i) => i.finding?.what === 'crack');
  if (crack) return 'The cylinder is cracked: another cylinder.';
  const ended = items.find((i) => i.feature === 'finding' && i.state === 'beyond');
  if (ended) return `The coating is not used again, whatever its sizes say. ${others(file)}`;
  const wait = notYet(kits, items);
  if (wait) return wait;
  const beyond = items.filter((i) => i.state === 'beyond');
  const unread = items.filter((i) => i.because === 'unread');
  const inside = beyond.length === 0 && items.length > 0 && items.every((i) => i.state === 'within');
  if (inside && kits.ended.reuse) return `The bores are inside their limits. ${kits.ended.reuse}`;
  if (inside) return 'Everything is inside its limits: nothing has to be bored.';
  const best = kits.recommended;
  if (
    !best &&
    beyond.length === 0 &&
    unread.length > 0 &&
    items.every((i) => i.state === 'within' || i.because === 'unread')
  )
    return 'What is read is inside its limits. The clearance is not known yet: measure the pistons.';
  if (kits.options.length === 0) return 'No kit is on file for this engine.';
  if (!best)
    return CONSTRUCTION[file.engine.wall].boring
      ? `No listed size is likely enough to clean up. ${others(file)}`
      : `No listed piston surely fits this bore as it is. ${others(file)}`;
  const smaller = kits.options.filter(
    (o) => o.feasible && o.kit.oversize < best.kit.oversize && o.p !== null,
  );
  const why =
    smaller.length === 0
      ? 'the smallest that is listed'
      : `the smallest that surely enough does; ${smaller.at(-1)!.kit.name}: ${oddsWords(smaller.at(-1)!.p!)}`;
  const need = beyond.length === 0 ? 'If it is to be bored: ' : '';
  if (best.way === 'fit')
    return `${need && 'Of the pistons on file: '}${best.kit.name} goes into ${file.engine.cylinders.length === 1 ? 'the bore' : 'the bores'} as ${file.engine.cylinders.length === 1 ? 'it is' : 'they are'}, ${oddsWords(best.p!)}.`;
  return `${need}${best.kit.name} for ${cylindersText(file)}: ${why}. ${best.oversizesLeft === 0 ? 'It is the last oversize.' : `${best.oversizesLeft} oversize${best.oversizesLeft === 1 ? '' : 's'} left after it.`}`;
}

/** What was decided, as a headline. */
export function decidedText(file: JobFile): string | null {
  const decision = standingDecision(file);
  if (!decision) return null;
  const kit: Kit | undefined = file.engine.kits.find((k) => k.id === decision.kitId);
  const way = ROUTES[decision.route];
  const said = kit ? `${kit.name}: ${way}` : way;
  return decision.importedBy === null ? capital(said) : `In the file: ${said}`;
}
