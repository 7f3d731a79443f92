import { CONSTRUCTION } from '../routes/index.js';
import type { JobFile } from './jobFile.js';
import type { KitComparison, KitOption } from './kitOptions.js';
import type { VerdictItem } from './verdictItem.js';
import { capital, cylindersText, oddsText } from './words.js';

/** What one kit does for this engine. */
export function kitSentence(file: JobFile, option: KitOption): string {
  if (option.whyNot) return option.whyNot;
  if (option.says === null) return 'Read every bore first.';
  const chooser =
    option.weakest === null || file.engine.cylinders.length === 1
      ? ''
      : ` ${capital(file.engine.cylinders[option.weakest]!)} chooses.`;
  const cannot = option.cylinders.some((c) => c.target?.cannotBeVerified)
    ? ' The clearance window is too narrow to be verified with these gauges: take three repeats or a comparator.'
    : '';
  if (option.way === 'fit') {
    if (option.says === 'will') return 'Goes into the bore as it is, inside the sheet’s clearance.';
    return option.says === 'may'
      ? `These readings cannot say whether the clearance is right: P ${oddsText(option.p!)}.${chooser}`
      : `The clearance would be outside the sheet.${chooser}`;
  }
  if (option.says === 'will') return `Cleans every cylinder up, however the wear is shared.${cannot}`;
  if (option.says === 'will-not') return `Will not clean up.${chooser}`;
  return `May clean up: P ${option.p!.toFixed(2)}, depending on which side the wear is.${chooser}${cannot}`;
}

/** The recommendation with its reason. */
export function recommendationSentence(
  file: JobFile,
  kits: KitComparison,
  items: readonly VerdictItem[],
): string {
  const bores = items.filter((i) => i.feature === 'bore');
  if (bores.some((i) => i.limit?.source.type === 'machinist'))
    return 'The bores are back from the machinist: hold each against its ticket before anything is assembled.';
  if (bores.some((i) => i.because === 'unread'))
    return 'Read every bore first: the worst cylinder chooses for all.';
  const beyond = items.filter((i) => i.state === 'beyond');
  if (beyond.length === 0 && items.every((i) => i.state === 'within'))
    return 'Everything read is inside its limits: nothing has to be bored.';
  const best = kits.recommended;
  if (kits.options.length === 0) return 'No kit is on file for this engine.';
  if (!best)
    return CONSTRUCTION[file.engine.wall].boring
      ? 'No listed size is likely enough to clean up. Re-sleeve, or another cylinder.'
      : 'No listed piston fits this bore as it is. Replate, or another cylinder.';
  const smaller = kits.options.filter(
    (o) => o.feasible && o.kit.oversize < best.kit.oversize && o.p !== null,
  );
  const why =
    smaller.length === 0
      ? 'the smallest that is listed'
      : `the smallest with P ≥ 0.90; ${smaller.at(-1)!.kit.name} only ${smaller.at(-1)!.p!.toFixed(2)}`;
  const need = beyond.length === 0 ? 'If it is to be bored: ' : '';
  if (best.way === 'fit')
    return `${need && 'Of the pistons on file: '}${best.kit.name} goes into ${file.engine.cylinders.length === 1 ? 'the bore' : 'the bores'} as ${file.engine.cylinders.length === 1 ? 'it is' : 'they are'}.`;
  return `${need}${best.kit.name} for ${cylindersText(file)}: ${why}. ${best.oversizesLeft === 0 ? 'It is the last oversize.' : `${best.oversizesLeft} oversize${best.oversizesLeft === 1 ? '' : 's'} left after it.`}`;
}
