import { assemblyRun } from '../assembly/index.js';
import { leakText } from '../crank/index.js';
import { standingDecision, wantsStation, type JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { bottomOff, stripPlan } from '../strip/index.js';
import {
  printedDay,
  type Action,
  type Ask,
  type Block,
  type Found,
  type Room,
  type Section,
} from '../verdicts/index.js';
import { refitChecks } from './checks.js';
import { leakFigures, leaksNow } from './leakProof.js';
import { notYetStarted, refitLog, refitState } from './firstStart.js';
import { FLUID_FILLED, fluidName, REFIT_KINDS, REFIT_SEEN } from './refitEntries.js';

const begun = (file: JobFile): boolean => refitLog(file).length > 0;

/**
 * Whether what came off goes back on now: crank and cases, which come before the top end; then, its top end together, or
 * where nothing of it is put together here, the rest.
 */
function mayBegin(file: JobFile): boolean {
  const { begun: assembled, now } = assemblyRun(file);
  if (assembled) return now === null;
  const { chosen, now: left } = stripPlan(file);
  if (chosen !== null && left === null && bottomOff(file))
    return !wantsStation(file, 'decide') || standingDecision(file) !== null;
  return chosen !== null && left === null && (chosen.purpose === 'look' || !wantsStation(file, 'top'));
}

function report(file: JobFile, { figures }: Found, ask: Ask): Section[] {
  if (!begun(file)) return [];
  const { checks, fluids } = refitState(file);
  const missing = notYetStarted(file, figures, ask.unit);
  const table = (heads: string[], rows: string[][]): Block[] =>
    rows.length === 0 ? [] : [{ kind: 'table', heads, rows }];
  return [
    {
      key: 'refit',
      title: 'Back together',
      blocks: [
        ...table(
          ['fluid', 'how much', 'level', 'by'],
          fluids.flatMap(({ fluid, filled }) =>
            filled
              ? [
                  [
                    fluidName(fluid),
                    filled.amount > 0 ? `${filled.amount} cm³` : 'to its mark',
                    `${fluid.level}${fluid.bleed ? `; bled: ${fluid.bleed}` : ''}`,
                    `${whoOf(filled)}, ${printedDay(filled.at)}`,
                  ],
                ]
              : [],
          ),
        ),
        ...table(
          ['looked at', 'seen', 'by'],
          checks.flatMap(({ check, seen }) => (seen ? [[check.ask, seen.answer, whoOf(seen)]] : [])),
        ),
        ...[...leaksNow(file).values()].map((r): Block => ({ kind: 'text', text: `${leakText(r)}.` })),
        ...(missing.length > 0 ? [{ kind: 'list' as const, items: missing }] : []),
      ],
    },
  ];
}

/** Everything back on, filled and looked at before it runs. */
export const refit: Room = {
  name: 'refit',
  station: 'refit',
  entries: [...REFIT_KINDS],
  figures: (file) => leakFigures(file),
  steps: (file) =>
    begun(file)
      ? [
          {
            key: 'refit',
            done:
              refitState(file).checks.every((c) => c.seen) && refitState(file).fluids.every((f) => f.filled)
                ? refitLog(file).at(-1)!.id
                : null,
            excused: null,
            sentence: () => 'Everything back on, filled and looked at before the first start.',
          },
        ]
      : [],
  actions: (file, { figures }) => [
    {
      urgency: 'step',
      find: (): Action | null => {
        if (!begun(file) && !mayBegin(file)) return null;
        const [missing] = notYetStarted(file, figures);
        return missing
          ? {
              kind: 'refit',
              urgency: 'step',
              station: 'refit',
              at: null,
              sentence: (unit) => notYetStarted(file, figures, unit)[0] ?? missing,
            }
          : null;
      },
    },
  ],
  tell: (entry, file) => {
    if (REFIT_SEEN.is(entry))
      return `${refitChecks(file.engine).find((c) => c.key === entry.check)?.ask ?? entry.check}: ${entry.answer}`;
    return FLUID_FILLED.is(entry)
      ? `${entry.what}: ${entry.amount > 0 ? `${entry.amount} cm³, ` : ''}on its mark${entry.bled ? ', bled' : ''}`
      : null;
  },
  report,
  cautions: [
    'First start outdoors or with extraction: carbon monoxide. Kill switch checked, hands and clothes clear, extinguisher at hand.',
  ],
};
