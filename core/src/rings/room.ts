import { filingsOf } from './learnedCut.js';
import { WORK_DONE, LEAF, FILED, FILING_TOOLS, LOG_KINDS, RING_NAMES } from '../cylinder/index.js';
import { atHand } from '../gauges/index.js';
import { whoOf } from '../specs/index.js';
import {
  capital,
  leafText,
  printedDay,
  verdictSection,
  type Action,
  type Block,
  type Found,
  type Offer,
  type Room,
} from '../verdicts/index.js';
import { topLeftOn, type JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { CLOCKED, CLOCKED_NAMES } from './clock.js';
import { gapItems, isWide, askedRings, isPreparing } from './gapItems.js';
import { gapTarget } from './gapTarget.js';
import { grooveItems, RING_GROOVE } from './groove.js';
import { openStep, preparing } from './orderOfWork.js';
import { RING_PACKS } from './pack.js';
import { FREE_SLIDE, RING_CARD, RING_CLOCK, RING_STEP } from './ringEntries.js';
import { clockOf, ringHistory } from './ringLog.js';
import { ringWork } from './ringNext.js';
import { ringSentence } from './ringSentence.js';
import { tellRings } from './tell.js';
import { ringWants } from './wants.js';

/** What the rings ask for. */
export type RingAction = Action & { readonly kind: 'prepare'; readonly cylinder: number };

/** The next thing with the first ring that is not proved, by the leaves and the tool that were in hand last. */
function nextRing(file: JobFile, cylinder: number, unit: LengthUnit): string | null {
  const leaf = LEAF.all(file.log).at(-1);
  const set =
    file.instruments.find((i) => i.id === leaf?.instrumentId && i.type === 'leaf') ??
    file.instruments.find((i) => atHand(i) && i.type === 'leaf');
  if (!set) return null;
  const tool = FILED.in(file.log).at(-1)?.tool ?? 'grinder';
  const work = askedRings(file, cylinder)
    .map((ring) => ringWork(file, cylinder, ring, set.leaves, tool, ''))
    .find((w) => w.next.kind !== 'done' && w.next.kind !== 'bag');
  return work ? `${capital(RING_NAMES[work.target.ring])}: ${ringSentence(file, work, unit)}` : null;
}

function ringOffers(file: JobFile, { figures }: Found): Offer[] {
  return [
    {
      urgency: 'step',
      find: (): RingAction | null => {
        for (let cylinder = 0; cylinder < file.engine.cylinders.length; cylinder += 1) {
          const open = isPreparing(file, cylinder) ? openStep(file, cylinder, figures) : null;
          if (open)
            return {
              kind: 'prepare',
              urgency: 'step',
              station: 'prepare',
              at: null,
              cylinder,
              sentence: (unit) => {
                const said = (open.key === 'gaps' && nextRing(file, cylinder, unit)) || open.sentence(unit);
                return open.reopened ? `${capital(open.reopened)} since: ${said}` : said;
              },
            };
        }
        return null;
      },
    },
  ];
}

/** Passes, cards and clocks, ring by ring. */
function doneWithRings(file: JobFile, unit: LengthUnit): Block[] {
  const name = (cylinder: number) => file.engine.cylinders[cylinder] ?? '';
  const rows = file.engine.cylinders.flatMap((_, cylinder) =>
    askedRings(file, cylinder).flatMap((ring) => {
      const target = gapTarget(file, cylinder, ring);
      const { filed, states, card } = ringHistory(file, cylinder, ring, target.depths.least);
      if (filed.length === 0 && !card && states.at(-1)!.tries.length === 0) return [];
      const { low } = states.at(-1)!.bracket;
      return [
        [
          name(cylinder),
          RING_NAMES[ring],
          filed.map((f) => `${f.strokes} ${f.tool === 'grinder' ? 'turns' : 'strokes'}`).join(', ') ||
            'not filed',
          [...new Set(filed.map((f) => FILING_TOOLS[f.tool]))].join(', '),
          low === null ? '' : `${leafText(low, unit)} ${unit} goes`,
          card ? 'as its sheet says' : '',
          [...new Set([...filed, ...(card ? [card] : [])].map((e) => `${whoOf(e)}, ${printedDay(e.at)}`))].at(
            -1,
          ) ?? '',
        ],
      ];
    }),
  );
  const clocks = file.engine.cylinders.flatMap((_, cylinder) => {
    const clock = clockOf(file, cylinder);
    if (!clock) return [];
    const gaps = CLOCKED.flatMap((r) =>
      clock.gaps[r] === null ? [] : [`${CLOCKED_NAMES[r]} ${clock.gaps[r]}°`],
    );
    const by =
      clock.way === 'drawing'
        ? 'the maker’s drawing'
        : clock.way === 'pegs'
          ? 'their pegs'
          : `template ${clock.way}`;
    return [
      `${capital(name(cylinder))}: ring gaps by ${by}, from the piston’s mark clockwise: ${gaps.join(', ')}${clock.expander ? `; expander ${clock.expander}` : ''} (${whoOf(clock)}, ${printedDay(clock.at)}).`,
    ];
  });
  const wide = file.engine.cylinders.flatMap((_, cylinder) =>
    askedRings(file, cylinder)
      .filter((ring) => isWide(file, gapTarget(file, cylinder, ring)))
      .map(
        (ring) =>
          `${capital(name(cylinder))} ${RING_NAMES[ring]}: over twice its minimum, and no maximum is on file.`,
      ),
  );
  return [
    ...(rows.length > 0
      ? [
          {
            kind: 'table' as const,
            heads: ['cylinder', 'ring', 'filed', 'with', 'gap', 'card', 'by'],
            rows,
          },
        ]
      : []),
    ...(clocks.length + wide.length > 0 ? [{ kind: 'list' as const, items: [...clocks, ...wide] }] : []),
  ];
}

/** Work on wall, piston and rings that is done here. */
const IN_HOUSE: ReadonlySet<string> = new Set([
  ...['honed', 'brushed', 'washed', 'ports-eased', 'ports-worked'],
  ...['piston-renewed', 'piston-eased', 'rings-renewed'],
]);

/** Rings sized, known, bagged and clocked, in the right order. */
export const rings: Room = {
  name: 'rings',
  station: 'prepare',
  needless: topLeftOn,
  entries: [...LOG_KINDS.filed, RING_CARD, RING_STEP, RING_CLOCK, FREE_SLIDE],
  places: [RING_GROOVE],
  sheets: [RING_PACKS],
  wants: ringWants,
  // A ring in its bore, and what is done to wall and piston in the shop.
  takes: {
    kinds: [LEAF.kind, WORK_DONE.kind],
    is: (e) => (LEAF.is(e) && e.station.part === 'ring-gap') || (WORK_DONE.is(e) && IN_HOUSE.has(e.what)),
  },
  tell: tellRings,
  figures: (file, ask) =>
    file.engine.cylinders.flatMap((_, i) => [...gapItems(file, i, ask.unit), ...grooveItems(file, i)]),
  steps: (file) =>
    preparing(file).map((s) => ({
      key: `${s.key}:${s.cylinder}`,
      done: s.done,
      excused: s.optional && s.done === null ? 'Straight onto its piston.' : null,
      sentence: s.sentence,
    })),
  actions: ringOffers,
  summary: (file) => {
    const filed = filingsOf(file);
    return filed.length > 0 ? filed : null;
  },
  report: (file, { figures }, ask) =>
    verdictSection(
      file,
      'rings',
      'Rings',
      figures.filter((f) => f.feature.startsWith('ring.')),
      ask.unit,
      doneWithRings(file, ask.unit),
    ),
  cautions: [
    'Rings and freshly filed ends cut: file one way, face inwards, deburr, and wash before trying again.',
  ],
};
