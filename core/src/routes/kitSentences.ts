import { ROUTES, standingDecision, type JobFile } from '../job/index.js';
import type { Kit } from '../specs/index.js';
import { capital, oddsWords } from '../verdicts/index.js';
import type { KitOption } from './kitOptions.js';

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

/** What was decided, as a headline. */
export function decidedText(file: JobFile): string | null {
  const decision = standingDecision(file);
  if (!decision) return null;
  const kit: Kit | undefined = file.engine.kits.find((k) => k.id === decision.kitId);
  const way = ROUTES[decision.route];
  const said = kit ? `${kit.name}: ${way}` : way;
  return decision.importedBy === null ? capital(said) : `In the file: ${said}`;
}
