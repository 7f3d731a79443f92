import { standingDecision, wantsStation, type JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { bottomOff, stripPlan } from '../strip/index.js';
import {
  capital,
  printedDay,
  type Action,
  type Ask,
  type Block,
  type Found,
  type Room,
  type Section,
} from '../verdicts/index.js';
import {
  ASSEMBLED,
  ASSEMBLY_BEGUN,
  ASSEMBLY_KINDS,
  ASSEMBLY_ODD,
  ASSEMBLY_OPENED,
  ASSEMBLY_PICTURED,
  ASSEMBLY_SEEN,
} from './assemblyEntries.js';
import { ASSEMBLY_LIST } from './assemblySheet.js';
import { listsFor, stepIn } from './lists.js';
import { remedyFor, unprovedSteps, waitsFor } from './proofs.js';
import { assemblyRun, type RunStep } from './run.js';

/** A step with its cylinder, as it is read out. */
export const stepName = (
  file: Pick<JobFile, 'engine'>,
  { step, cylinder }: Pick<RunStep, 'step' | 'cylinder'>,
): string =>
  cylinder === null || file.engine.cylinders.length === 1
    ? step.what
    : `${capital(file.engine.cylinders[cylinder]!)}: ${step.what}`;

/** Whether it may go together: what becomes of it is decided, or there is nothing to decide and it lies apart. */
function mayBegin(file: JobFile): boolean {
  // Crank and cases come first: nothing is laid on what is not there.
  if (bottomOff(file)) return false;
  if (standingDecision(file) !== null) return true;
  const { chosen, now } = stripPlan(file);
  return !wantsStation(file, 'decide') && wantsStation(file, 'top') && chosen !== null && now === null;
}

const ODD = {
  'not-there': 'not on this engine',
  'other-way': 'done another way',
  'stays-off': 'stays off',
} as const;

function report(file: JobFile, { figures }: Found, ask: Ask): Section[] {
  const { begun, steps, provisional } = assemblyRun(file);
  if (!begun) return [];
  const seen = steps.flatMap((s) =>
    s.asks.flatMap((a) =>
      a.seen
        ? [
            [
              stepName(file, s),
              a.ask.ask,
              `${a.seen.answer}${a.wrong ? ': cannot stay' : ''}`,
              `${whoOf(a.seen)}, ${printedDay(a.seen.at)}${a.again ? `; again ${whoOf(a.again)}` : ''}`,
            ],
          ]
        : [],
    ),
  );
  const odd = steps.flatMap((s) =>
    s.by && ASSEMBLY_ODD.is(s.by) ? [[stepName(file, s), ODD[s.by.why], s.by.text, whoOf(s.by)]] : [],
  );
  const pictures = steps.flatMap((s) =>
    s.pictured
      ? [
          [
            stepName(file, s),
            s.pictured.photo === '' ? `no photo: ${s.pictured.text.trim()}` : 'photo kept with the job',
            `${whoOf(s.pictured)}, ${printedDay(s.pictured.at)}`,
          ],
        ]
      : [],
  );
  const table = (heads: string[], rows: string[][]): Block[] =>
    rows.length === 0 ? [] : [{ kind: 'table', heads, rows }];
  const open = steps.filter((s) => s.state === 'open');
  return [
    {
      key: 'assembly',
      title: 'Top end assembly',
      blocks: [
        {
          kind: 'text',
          text: `${steps.length - open.length} of ${steps.length} steps.${begun.alone ? ' One person: second looks were after a break.' : ''}`,
        },
        ...table(['step', 'asked', 'seen', 'by'], seen),
        ...table(['step', 'evidence', 'by'], pictures),
        ...table(['step', 'what', 'in words', 'by'], odd),
        ...unprovedSteps(file, figures, steps, ask.unit).map(({ step, why }): Block => ({
          kind: 'text',
          text: `${stepName(file, step)}: ${why}`,
        })),
        ...provisional.map((p): Block => ({ kind: 'text', text: `Provisional: ${p.text}.` })),
      ],
    },
  ];
}

/** Putting the top end together: the list of this engine, and what is seen where it ruins engines. */
export const assembly: Room = {
  name: 'assembly',
  station: 'top',
  entries: [...ASSEMBLY_KINDS],
  sheets: [ASSEMBLY_LIST],
  steps: (file) => {
    const { begun, steps, done, now, provisional } = assemblyRun(file);
    if (!begun) return [];
    const last = steps.findLast((s) => s.by !== null)?.by?.id ?? 'assembly';
    const waits = steps.filter((s) => s.waitsForAgain && s.state === 'done');
    return [
      {
        key: 'assembly',
        done: now === null ? last : null,
        excused: null,
        sentence: () =>
          now
            ? `Top end: ${done} of ${steps.length} done, next ${stepName(file, now)}.`
            : 'Top end together.',
      },
      ...waits.map((s) => ({
        key: `again:${s.key}`,
        done: null,
        excused: null,
        sentence: () => `Look once more, after a break or by another: ${stepName(file, s)}.`,
      })),
      ...provisional.map((p) => ({
        key: `provisional:${p.of}`,
        done: null,
        excused: null,
        sentence: () => `${capital(p.text)}.`,
      })),
    ];
  },
  actions: (file, { figures }) => [
    {
      urgency: 'step',
      find: (): Action | null => {
        const { begun, now } = assemblyRun(file);
        if (!begun && mayBegin(file))
          return {
            kind: 'assemble',
            urgency: 'decide',
            station: 'top',
            at: null,
            sentence: () => 'Put the top end together.',
          };
        if (!now) return null;
        const go = remedyFor(file, figures, now);
        return {
          kind: 'assemble',
          urgency: 'step',
          // What it waits for is had where it is: going there is the next thing.
          station: go === null || go.sheet ? 'top' : go.station,
          at: go?.at ?? null,
          sentence: (unit) => waitsFor(file, figures, now, unit) ?? `${stepName(file, now)}.`,
        };
      },
    },
  ],
  tell: (entry, file) => {
    const what = (key: string) => listsFor(file.engine).flatMap((l) => stepIn(l, key) ?? [])[0]?.what ?? key;
    const on = (c: number | null) =>
      c === null || file.engine.cylinders.length === 1 ? '' : `${capital(file.engine.cylinders[c] ?? '')}: `;
    if (ASSEMBLY_BEGUN.is(entry)) return 'Top end: put together';
    if (ASSEMBLED.is(entry))
      return entry.steps.length === 1
        ? `${on(entry.steps[0]!.cylinder)}${what(entry.steps[0]!.step)}`
        : `${on(entry.steps[0]!.cylinder)}${entry.steps.length} steps: ${entry.steps.map((s) => what(s.step)).join('; ')}`;
    if (ASSEMBLY_SEEN.is(entry)) {
      const ask =
        listsFor(file.engine).flatMap((l) => stepIn(l, entry.step)?.asks[entry.ask] ?? [])[0]?.ask ?? '';
      return `${on(entry.cylinder)}${ask} ${entry.answer}${entry.again ? ', looked at again' : ''}`;
    }
    if (ASSEMBLY_ODD.is(entry))
      return `${on(entry.cylinder)}${what(entry.step)}: ${ODD[entry.why]}${entry.text.trim() ? `, ${entry.text.trim()}` : ''}`;
    if (ASSEMBLY_PICTURED.is(entry))
      return `${on(entry.cylinder)}${what(entry.step)}: ${entry.photo === '' ? `no photo, ${entry.text.trim()}` : 'photo taken'}`;
    return ASSEMBLY_OPENED.is(entry)
      ? `${on(entry.cylinder)}apart again from: ${what(entry.step)}: ${entry.text.trim()}`
      : null;
  },
  report,
  cautions: [
    'New clips always; nothing is turned through a tight place; fingers out of ports and chain before anything turns.',
  ],
};
