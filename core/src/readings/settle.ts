import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { oddsWords, placeName } from '../verdicts/index.js';
import { gaugeName, type NextRead } from './nextReads.js';

/** How to settle an undecided figure, with the chance that it does. */
export function settleSentence(file: JobFile, action: NextRead, p: number, unit: LengthUnit): string {
  const where = placeName(file, action.station, unit);
  const gauge = gaugeName(file, action.gauge);
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
