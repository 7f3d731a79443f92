import { whoOf } from '../specs/index.js';
import { standingDecision, type JobFile } from '../job/index.js';
import { finishText, printedDay, type Ask, type Found, type Section } from '../verdicts/index.js';
import { kitsOf } from './facts.js';
import { waysOf } from './ways.js';
import { recommendationSentence } from './waySentences.js';
import { cannotBeVerifiedSentence, decidedText } from './kitSentences.js';

/** What was decided and why, and to what size each bore is to be taken for it. */
export function routesReport(file: JobFile, found: Found, ask: Ask): Section[] {
  const kits = kitsOf(file, found, ask);
  const decision = standingDecision(file);
  const option = kits.options.find((o) => o.kit.id === decision?.kitId && o.way === 'bore');
  const sizes = option?.cylinders.flatMap((c) => {
    const size = c.target && !c.target.cannotBeVerified ? finishText(c.target, ask.unit) : null;
    return [[file.engine.cylinders[c.cylinder]!, size ?? 'cannot be verified', c.piston.from]];
  });
  return [
    {
      key: 'decision',
      title: 'Decision',
      blocks: [
        decision
          ? {
              kind: 'text',
              text: `${decidedText(file)}. ${decision.reason || 'No reason was given.'} (${whoOf(decision)}, ${printedDay(decision.at)})`,
            }
          : {
              kind: 'text',
              text: `Nothing is decided yet. ${recommendationSentence(file, waysOf(file, found, ask), found.figures)}`,
            },
        ...(sizes
          ? [
              {
                kind: 'table' as const,
                heads: ['cylinder', `finish bore to, ${ask.unit}`, 'piston'],
                rows: sizes,
              },
            ]
          : []),
        ...(option?.cylinders.some((c) => c.target?.cannotBeVerified)
          ? [{ kind: 'text' as const, text: cannotBeVerifiedSentence(option) }]
          : []),
      ],
    },
  ];
}
