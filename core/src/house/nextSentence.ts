import { crossCheckSentence } from '../fit/index.js';
import { ROUTES, standingDecision, type JobFile } from '../job/index.js';
import { REOPENED, WORK } from '../log/index.js';
import type { NextRead } from '../readings/index.js';
import type { LengthUnit } from '../units/index.js';
import { capital, cylindersText, oddsWords, placeName, subject, verdictSentence } from '../verdicts/index.js';
import type { NextAction } from './nextAction.js';

/** The next action as an instruction. */
export function nextSentence(file: JobFile, next: NextAction, unit: LengthUnit): string {
  const gauge = (id: string) => file.instruments.find((i) => i.id === id)?.name ?? id;
  switch (next.kind) {
    case 'answer':
      return next.question.sentence;
    case 'read':
      return `Take ${placeName(file, next.station, unit)}${next.again ? ' again' : ''}. ${next.left === 1 ? 'It is the last of the plan.' : `${next.left} to go.`}`;
    case 'closing-zero':
      return `Put ${gauge(next.gauge)} back into its setting and read the dial: the closing zero of this map.`;
    case 'cross-check':
      return crossCheckSentence(next.check, unit);
    case 'settle':
      return settleSentence(file, next.best.action, next.best.pDecides, unit);
    case 'send-back':
      return `${verdictSentence(file, next.item, unit).headline} Back to the machinist with these readings, before anything is assembled.`;
    case 'step':
      return `${capital(WORK[next.open.work.what].name)}: ${REOPENED[next.open.what]} again before anything is fitted.`;
    case 'at-limit':
      return `${subject(file, next.item)} is at its limit and no gauge here decides it: treat it as beyond.`;
    case 'add-limit':
      return `${subject(file, next.item)} has no limit on file. Add it from the manual, or decide knowing that nothing was proved.`;
    case 'decide':
      return 'Measuring is complete. Decide what to do with the engine.';
    case 'look':
    case 'settle-limit': {
      const { headline, details, todo } = verdictSentence(file, next.item, unit);
      return [headline, ...(next.kind === 'settle-limit' ? details : []), todo].filter(Boolean).join(' ');
    }
    case 'decided': {
      const decision = standingDecision(file);
      const reason = decision?.reason;
      return next.kitId === null
        ? `Decided: ${ROUTES[decision?.route ?? 'reuse']}.${reason ? ` ${reason}` : ''}`
        : `Decided: ${file.engine.kits.find((k) => k.id === next.kitId)?.name ?? 'a kit'} for ${cylindersText(file)}.`;
    }
  }
}

/** How to settle an undecided figure, with the chance that it does. */
export function settleSentence(file: JobFile, action: NextRead, p: number, unit: LengthUnit): string {
  const where = placeName(file, action.station, unit);
  const gauge = file.instruments.find((i) => i.id === action.gauge)?.name ?? action.gauge;
  const decides = `${oddsWords(p)} that it decides`;
  switch (action.kind) {
    case 'repeat':
      return `Take ${where} once more with ${gauge}: ${decides}.`;
    case 'five':
      return `Take ${where} five more times with ${gauge}: ${decides}.`;
    case 'third-direction':
      return `Take ${where}: a third direction shows what two cannot.`;
    case 'other-gauge':
      return `Take ${where} with ${gauge}: ${decides}.`;
    case 'comparator':
      return `Set a micrometer to size, zero ${gauge} in it and compare: ${decides}.`;
    case 'leaves':
      return `Try leaves beside the bare piston, ${where}: ${decides}.`;
  }
}
