import { takenIn } from '../cylinder/index.js';
import type { JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { capital, printedDay, type Action, type Block, type Room, type Section } from '../verdicts/index.js';
import { jobLedger, openCrank } from './openCrank.js';
import { stripPlan } from './plan.js';
import { stripParts } from './parts.js';
import { stripLog } from './standing.js';
import { BOLT, BOLT_STATES, ODD, STRIP_KINDS, STRIP_NOTE, STRIP_ODD } from './stripEntries.js';
import { BOLT_MAPS, NOTES, SCOPES, SPECIAL_TOOLS, STRIP_LIST } from './stripList.js';
import { tellStrip } from './tell.js';
import { toolWants } from './wants.js';

const table = (heads: readonly string[], rows: readonly (readonly string[])[]): Block[] =>
  rows.length === 0 ? [] : [{ kind: 'table', heads, rows }];

/** Nobody pays for a rebuild that was not done. */
const LOOK =
  ' It goes back together by the same list, and is charged as a look: the hours of opening and closing, and what cannot be used twice.';

function report(file: JobFile): Section[] {
  const { chosen, steps, done } = stripPlan(file);
  if (!chosen) return [];
  const log = stripLog(file);
  const ledger = jobLedger(file);
  const odd = log
    .filter(STRIP_ODD.is)
    .map((o) => [o.name, ODD[o.why], o.text, `${whoOf(o)}, ${printedDay(o.at)}`]);
  const bolts = log
    .filter(BOLT.is)
    .filter((b) => b.is !== 'fine')
    .map((b) => [
      `${b.map}, position ${b.hole}`,
      BOLT_STATES[b.is],
      b.text,
      `${whoOf(b)}, ${printedDay(b.at)}`,
    ]);
  const gone = ledger.flatMap((l) =>
    (Object.entries(l.gone) as [keyof typeof l.gone, number][])
      .filter(([, n]) => n > 0)
      .map(([how, n]) => [`${n} ${l.name}`, how === 'later' ? 'to be fitted later' : how, l.said.join('; ')]),
  );
  const notes = log
    .filter(STRIP_NOTE.is)
    .map((n) => [NOTES[n.about], n.text, `${whoOf(n)}, ${printedDay(n.at)}`]);
  return [
    {
      key: 'strip',
      title: 'What came apart',
      blocks: [
        {
          kind: 'text',
          text: `${capital(SCOPES[chosen.scope])}${chosen.purpose === 'look' ? ', opened for a look' : ''}: ${done} of ${steps.length} steps.${chosen.purpose === 'look' ? LOOK : ''}`,
        },
        ...table(['step', 'what', 'in words', 'by'], odd),
        ...table(['fastener', 'what', 'in words', 'by'], bolts),
        ...table(['not back', 'what became of it', 'in words'], gone),
        ...table(['for assembly', 'note', 'by'], notes),
      ],
    },
  ];
}

/** Taking apart: the list of this engine, trays, bolt maps, and everything counted out and in. */
export const strip: Room = {
  name: 'strip',
  station: 'strip',
  entries: [...STRIP_KINDS],
  sheets: [STRIP_LIST, BOLT_MAPS, SPECIAL_TOOLS],
  wants: toolWants,
  steps: (file) => {
    const { chosen, now, steps, done } = stripPlan(file);
    if (!chosen) return [];
    return [
      {
        key: 'strip',
        done: now === null ? (steps.at(-1)?.by?.id ?? 'strip') : null,
        excused: null,
        sentence: () =>
          now ? `Strip: ${done} of ${steps.length} done, next ${now.step.what}.` : 'Stripped.',
      },
    ];
  },
  left: (file) => {
    const { now, steps, done } = stripPlan(file);
    const open = now ? steps.length - done : 0;
    return open > 0 ? `${open} ${open === 1 ? 'step' : 'steps'} left` : null;
  },
  actions: (file) => [
    // Before anything is measured it comes apart; once somebody measures, it is one step among others.
    ...(['strip', 'step'] as const).map((urgency) => ({
      urgency,
      find: (): Action | null => {
        const { now } = stripPlan(file);
        const reading = takenIn(file.log).length > 0;
        return now && reading === (urgency === 'step')
          ? { kind: 'strip', urgency, station: 'strip', at: null, sentence: () => `${now.step.what}.` }
          : null;
      },
    })),
    {
      urgency: 'look',
      blocks: true,
      find: () => {
        const { closedInVain, mayNotClose } = openCrank(file);
        return closedInVain.length > 0 && mayNotClose
          ? { kind: 'tally', urgency: 'look', station: 'strip', at: null, sentence: () => mayNotClose }
          : null;
      },
    },
  ],
  parts: stripParts,
  tell: tellStrip,
  report,
  cautions: [
    'Count both ends of each circlip and bin it; nothing is closed over a part that is not accounted for.',
  ],
};
