import {
  takenIn,
  PART_FINDING,
  PART_FINDINGS,
  PART_WORK,
  PART_WORKS,
  SEVERITIES,
} from '../cylinder/index.js';
import { jobKind, type JobFile } from '../job/index.js';
import { whoOf } from '../specs/index.js';
import { CAUTIONS, stripPlan } from '../strip/index.js';
import { withUnit } from '../units/index.js';
import {
  capital,
  cylinderOf,
  partOf,
  type Figure,
  printedDay,
  verdictSentence,
  type Action,
  type Ask,
  type Block,
  type Room,
  type Section,
} from '../verdicts/index.js';
import { apartSteps, takenApart } from './apart.js';
import { ASSEMBLIES } from './assemblies.js';
import { bottomEnd } from './bottomEnd.js';
import { CLEANING } from './cleaning.js';
import { DEBRIS_TABLE } from './debris.js';
import { partFigures, pinFigures, pinPlaces, pinsAsked } from './figures.js';
import { cleanedWays, debrisOf, inspectBegun, inspected, notLookedAt } from './inspected.js';
import { CAUGHT, DISPOSITIONS, INSPECT_KINDS } from './inspectEntries.js';
import { fittedInVain } from './mayNotFit.js';
import { NAMED_PARTS, partNamed, type EnginePart } from './partList.js';
import { inspectParts } from './parts.js';
import { tellInspect } from './tell.js';

const table = (heads: readonly string[], rows: readonly (readonly string[])[]): Block[] =>
  rows.length === 0 ? [] : [{ kind: 'table', heads, rows }];

/** Kinds of part that lie in a cylinder, by the figures that measure them. */
const MEASURED_BY: Readonly<Record<string, RegExp>> = {
  cylinder: /^bore/u,
  piston: /^(?:clearance|piston)/u,
  rings: /^ring\./u,
};

/** Parts that go back as they are and of which nothing was read. */
const onSight = (file: JobFile, figures: readonly Figure[]): readonly string[] => {
  const read = figures.filter((f) => f.value !== null || f.bracket !== null);
  const isRead = ({ key, kind, cylinder }: EnginePart): boolean =>
    read.some(
      (f) =>
        partOf(f) === key || (cylinderOf(f) === cylinder && MEASURED_BY[kind.kind]?.test(f.feature) === true),
    );
  return inspected(file)
    .filter((i) => i.is === 'reuse' && !i.part.kind.always && !isRead(i.part))
    .map((i) => i.part.name);
};

function report(file: JobFile, figures: readonly Figure[], ask: Ask): Section[] {
  if (!inspectBegun(file) && inspected(file).every((i) => i.state.findings.length === 0)) return [];
  const rows = inspected(file)
    .filter((i) => !i.part.kind.always && (i.is !== null || i.state.findings.length > 0))
    .map((i) => [
      capital(i.part.name),
      i.state.renewed ? PART_WORKS.renewed : i.is === null ? '' : DISPOSITIONS[i.is],
      i.state.findings
        .map((f) =>
          [
            f.severity && SEVERITIES[f.severity],
            PART_FINDINGS[f.what].name,
            f.extent === null ? '' : withUnit(f.extent, { unit: ask.unit, step: 10_000 }),
            f.text,
          ]
            .filter(Boolean)
            .join(', '),
        )
        .join('; '),
      i.said ? `${whoOf(i.said)}, ${printedDay(i.said.at)}` : '',
    ]);
  const debris = debrisOf(file).map((d) => [
    `${DEBRIS_TABLE[d.what].name}, ${d.amount}`,
    CAUGHT[d.from],
    DEBRIS_TABLE[d.what].points,
  ]);
  const unread = jobKind(file) === 'refresh' ? onSight(file, figures) : [];
  return [
    {
      key: 'parts-found',
      title: 'What was found',
      blocks: [
        ...(unread.length === 0
          ? []
          : [
              {
                kind: 'text' as const,
                text: `Used again on sight, not measured: ${unread.join(', ')}.`,
              },
            ]),
        ...table(['part', 'becomes', 'found', 'by'], rows),
        ...table(
          ['taken apart by itself', 'now', 'set to'],
          takenApart(file).map(({ part, assembly, together }) => [
            capital(part.name),
            together ? (together.seals ? `together, ${together.seals} seals` : 'together') : 'lies apart',
            assembly?.setting ?? '',
          ]),
        ),
        ...table(
          ['cleaned', 'how'],
          cleanedWays(file).map(([how, keys]) => [
            keys.map((k) => partNamed(file.engine, k)?.name ?? k).join(', '),
            CLEANING[how].name,
          ]),
        ),
        ...table(['in the oil', 'where', 'points to'], debris),
      ],
    },
  ];
}

/** Parts laid out, looked at, cleaned; what was found on each and what becomes of it. */
export const inspect: Room = {
  name: 'inspect',
  station: 'clean',
  entries: [...INSPECT_KINDS],
  sheets: [NAMED_PARTS, ASSEMBLIES],
  asks: (file) => pinsAsked(file).flatMap(pinPlaces),
  figures: (file) => [...partFigures(file), ...pinFigures(file)],
  parts: inspectParts,
  steps: (file) => {
    const { chosen } = stripPlan(file);
    if (!chosen && !inspectBegun(file)) return [];
    const open = notLookedAt(file);
    return [
      {
        key: 'inspect',
        done: open.length === 0 ? (inspected(file).findLast((i) => i.said)?.said?.id ?? 'inspect') : null,
        excused: chosen?.purpose === 'look' ? 'Opened for a look.' : null,
        sentence: () =>
          open.length === 0
            ? 'Every part is looked at.'
            : `Say what becomes of ${open.length === 1 ? `the ${open[0]!.part.name}` : `${open.length} parts`}.`,
      },
      ...apartSteps(file),
    ];
  },
  takes: { kinds: [PART_FINDING.kind, PART_WORK.kind], is: () => true },
  left: (file) => {
    const { chosen } = stripPlan(file);
    const open = !chosen && !inspectBegun(file) ? 0 : notLookedAt(file).length;
    return open > 0 ? `${open} not looked at` : null;
  },
  actions: (file, { figures }) => [
    ...(['strip', 'step'] as const).map((urgency) => ({
      urgency,
      find: (): Action | null => {
        const { chosen, now } = stripPlan(file);
        const reading = takenIn(file.log).length > 0;
        const open = chosen && now === null && chosen.purpose !== 'look' ? notLookedAt(file) : [];
        return open.length > 0 && reading === (urgency === 'step')
          ? {
              kind: 'inspect',
              urgency,
              station: 'clean',
              at: null,
              sentence: () =>
                open.length === 1
                  ? `What becomes of the ${open[0]!.part.name}?`
                  : `Look over what came off: ${open.length} parts, the ${open[0]!.part.name} first.`,
            }
          : null;
      },
    })),
    {
      urgency: 'step',
      find: () => {
        const item = figures.find((f) => f.found && f.state === 'undecided');
        return item
          ? {
              kind: 'part-work',
              urgency: 'step',
              station: 'clean',
              at: null,
              sentence: (unit) => {
                const { headline, todo } = verdictSentence(file, item, unit);
                return `${headline} ${todo ?? ''}`.trim();
              },
            }
          : null;
      },
    },
    {
      urgency: 'step',
      find: () => {
        const left = apartSteps(file).find((s) => s.done === null);
        return left
          ? { kind: 'apart', urgency: 'step', station: 'clean', at: null, sentence: left.sentence }
          : null;
      },
    },
    {
      urgency: 'look',
      blocks: true,
      find: () => {
        const [vain] = fittedInVain(file);
        return vain
          ? {
              kind: 'fitted-in-vain',
              urgency: 'look',
              station: 'clean',
              at: null,
              sentence: () => `It went back all the same. ${vain}`,
            }
          : null;
      },
    },
    {
      urgency: 'look',
      blocks: true,
      find: () => {
        const { is, whys } = bottomEnd(file, figures);
        return is === 'must'
          ? {
              kind: 'bottom-end',
              urgency: 'look',
              station: 'clean',
              at: null,
              sentence: () => `The bottom end has to be opened: ${whys[0]}. Ask the customer.`,
            }
          : null;
      },
    },
  ],
  tell: tellInspect,
  report: (file, { figures }, ask) => report(file, figures, ask),
  cautions: [CAUTIONS.solvents, CAUTIONS.air, CAUTIONS.gaskets],
};
