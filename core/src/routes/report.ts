import { ledgerOf } from '../ledger/index.js';
import { deepestScores } from '../bore/index.js';
import { whoOf } from '../specs/index.js';
import { standingDecision, wallOf, type JobFile } from '../job/index.js';
import {
  cylinderOf,
  sizeText,
  oddsWords,
  printedDay,
  type Ask,
  type Block,
  type Found,
  type Section,
} from '../verdicts/index.js';
import type { LengthUnit } from '../units/index.js';
import { kitsOf } from './facts.js';
import { waysOf } from './ways.js';
import { mayBeSound, tooEarly } from './tooEarly.js';
import { costText, daysText, lifeText, recommendationSentence } from './waySentences.js';
import { cannotBeVerifiedSentence, decidedText } from './kitSentences.js';

/** Whether the wall of some cylinder is another since: the ways were between what is gone. */
const isDone = (file: JobFile, since: string): boolean =>
  file.engine.cylinders.some((_, i) => (wallOf(file, i)?.work.at ?? '') > since);

/** The ways side by side as the customer is told of them; none while it is too early, nor once one of them is gone. */
function waysSection(file: JobFile, found: Found, ask: Ask): Section[] {
  const decision = standingDecision(file);
  if (decision && isDone(file, decision.at)) return [];
  const { ways, recommended, kits } = waysOf(file, ask.unit);
  const items = found.figures.filter((f) => cylinderOf(f) !== null);
  if (tooEarly(kits, items, deepestScores(file)) || mayBeSound(items)) return [];
  const open = ways.filter((w) => w.feasible && w.odds.p !== null);
  if (open.length === 0) return [];
  const shut = ways.filter((w) => !w.feasible && w.whyNot);
  return [
    {
      key: 'ways',
      title: 'Ways out',
      blocks: [
        {
          kind: 'table',
          heads: ['way', 'costs, with tax', 'working days', 'it succeeds', 'left after it'],
          rows: open.map((w) => [
            `${w.name}${w === recommended ? ' (recommended)' : ''}${w.route === decision?.route && (w.kit?.id ?? null) === decision.kitId ? ' (chosen)' : ''}`,
            costText(file, w) ?? 'no prices set',
            w.cost ? daysText(w.cost.days) : '–',
            oddsWords(w.odds.p!),
            lifeText(w),
          ]),
        },
        ...(shut.length > 0
          ? [{ kind: 'list' as const, items: shut.map((w) => `${w.name}: ${w.whyNot!}`) }]
          : []),
      ],
    },
  ];
}

/** The finished size each renewed wall was asked for, by which it is judged; none where no ticket is on file. */
function askedOf(file: JobFile, unit: LengthUnit): Block[] {
  const rows = file.engine.cylinders.flatMap((name, i) => {
    const ticket = wallOf(file, i)?.ticket;
    const size = ticket && sizeText(ticket, unit);
    return size ? [[name, size]] : [];
  });
  return rows.length === 0
    ? []
    : [{ kind: 'table', heads: ['cylinder', 'asked for on its ticket, and judged by'], rows }];
}

/** What was decided and why, and to what size each bore is to be taken for it. */
export function routesReport(file: JobFile, found: Found, ask: Ask): Section[] {
  const kits = kitsOf(file, ask.unit);
  const decision = standingDecision(file);
  const option = kits.options.find((o) => o.kit.id === decision?.kitId && o.way === 'bore');
  // Once a ticket is written its sizes are what was asked for: worked anew they might be others.
  const asked =
    ledgerOf(file.log).all(['ticket']).length > 0 ||
    file.engine.cylinders.some((_, i) => wallOf(file, i)?.ticket);
  const sizes = asked
    ? undefined
    : option?.cylinders.flatMap((c) => {
        const size = c.target && !c.target.cannotBeVerified ? sizeText(c.target, ask.unit) : null;
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
              text: `Nothing is decided yet. ${recommendationSentence(file, waysOf(file, ask.unit), found.figures, ask.unit)}`,
            },
        ...(sizes
          ? [
              {
                kind: 'table' as const,
                heads: ['cylinder', 'finish bore to', 'piston'],
                rows: sizes,
              },
            ]
          : []),
        ...askedOf(file, ask.unit),
        ...(!asked && option?.cylinders.some((c) => c.target?.cannotBeVerified)
          ? [{ kind: 'text' as const, text: cannotBeVerifiedSentence(option) }]
          : []),
      ],
    },
    ...waysSection(file, found, ask),
  ];
}
