import { READING, openSteps, REOPENED, WORK, type OpenAgain, type SizePlace } from '../cylinder/index.js';
import { atHand, HOPELESS, type RankedAction } from '../gauges/index.js';
import { standingDecision, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import type { LengthUnit } from '../units/index.js';
import {
  capital,
  placeName,
  subject,
  verdictSentence,
  type Action,
  type Ask,
  type Figure,
  type Found,
  type Offer,
} from '../verdicts/index.js';
import { readingsOf } from './standingReadings.js';
import { gaugeName, nextReads, type NextRead } from './nextReads.js';
import { walkOf } from './plan.js';
import { isLightHone } from './lightHone.js';
import { reopeningWork } from './reopening.js';
import { isSettled, isWallSettled } from './settled.js';
import { settleSentence } from './settle.js';
import type { SlipQuestion } from './slips.js';
import type { ReadingsState } from './readingsState.js';
import { openZero } from './zeros.js';

/** What the gauges and the readings ask for. */
export type ReadingAction = Action &
  (
    | { readonly kind: 'answer'; readonly question: SlipQuestion }
    | { readonly kind: 'read'; readonly left: number; readonly again: boolean }
    | { readonly kind: 'closing-zero'; readonly zeroId: string; readonly gauge: string }
    | {
        readonly kind: 'settle';
        readonly item: Figure;
        readonly best: RankedAction<NextRead>;
        /** Every other way, best first. */
        readonly others: readonly RankedAction<NextRead>[];
      }
    | { readonly kind: 'at-limit' | 'add-limit' | 'look' | 'settle-limit'; readonly item: Figure }
    | { readonly kind: 'step'; readonly open: OpenAgain }
  );

/** A zero whose map is complete and which was not found again yet. */
function zeroToClose(readings: ReadingsState): { zeroId: string; gauge: string } | null {
  for (const gauge of new Set([...readings.zeros.values()].map((z) => z.instrumentId))) {
    const zero = openZero(readings.zeros, gauge);
    const used = [...readings.places.values()].some((s) =>
      s.readings.some((r) => zero !== null && r.entry.zeroId === zero.id),
    );
    if (zero && used) return { zeroId: zero.id, gauge };
  }
  return null;
}

/**
 * Answer what is asked, read what is missing, close the comparator's zero, look at marks, settle what is
 * undecided, do again what work has opened, add the limit that is missing.
 */
export function readingOffers(file: JobFile, { figures }: Found, ask: Ask): Offer[] {
  const readings = readingsOf(file, ask.unit);
  const about = (item: Figure) => (unit: LengthUnit) => {
    const { headline, details, todo } = verdictSentence(file, item, unit);
    const more = item.because === 'finding' ? [] : details;
    return [headline, ...more, todo].filter(Boolean).join(' ');
  };
  const common = { station: 'measure', at: null } as const;
  // What a decision was taken on is asked of nobody again.
  const asked = figures.filter((f) => !isSettled(file, f));
  const undecided = () => asked.filter((i) => i.state === 'undecided' && i.because !== 'unread' && !i.ownWay);
  const find: Partial<Record<Offer['urgency'], () => ReadingAction | null>> = {
    answer: () => {
      const question = readings.questions[0];
      return question
        ? { ...common, kind: 'answer', urgency: 'answer', question, sentence: () => question.sentence }
        : null;
    },
    read: () => {
      const unread = unreadOf(file);
      const at = unread[0];
      if (!at) return null;
      const again = READING.all(file.log).some(
        (e) => readings.setAside.has(e.id) && placeKey(e.station) === placeKey(at),
      );
      const left = unread.length === 1 ? 'It is the last of the plan.' : `${unread.length} to go.`;
      return {
        ...common,
        kind: 'read',
        urgency: 'read',
        at,
        left: unread.length,
        again,
        sentence: (unit) =>
          `Take ${placeName(file, at, unit)}${again ? ' again' : ''}. ${afterHone(file, at) ? 'It tells whether the rest of this wall still stands after the hone.' : left}`,
      };
    },
    'close-zero': () => {
      const zero = zeroToClose(readings);
      return (
        zero && {
          ...common,
          kind: 'closing-zero',
          urgency: 'close-zero',
          ...zero,
          sentence: () =>
            `Put ${gaugeName(file, zero.gauge)} back into its setting and read the dial: the closing zero of this map.`,
        }
      );
    },
    look: () => {
      const item = asked.find((i) => i.because === 'finding' && !i.found);
      return item ? { ...common, kind: 'look', urgency: 'look', item, sentence: about(item) } : null;
    },
    'settle-limit': () => {
      const item = asked.find((i) => i.because === 'ask-limit' || i.because === 'contradiction');
      return item
        ? { ...common, kind: 'settle-limit', urgency: 'settle-limit', item, sentence: about(item) }
        : null;
    },
    settle: () => {
      for (const item of undecided()) {
        const ranked = nextReads(file, item, readings);
        // What two directions cannot show, only a third direction can.
        const third = ranked.find((r) => item.because === 'unseen' && r.action.kind === 'third-direction');
        const best = third ?? ranked.find((r) => r.pDecides >= HOPELESS);
        if (best)
          return {
            ...common,
            kind: 'settle',
            urgency: 'settle',
            item,
            at: best.action.station,
            best,
            others: ranked.filter((r) => r !== best),
            sentence: (unit) => settleSentence(file, best.action, best.pDecides, unit),
          };
      }
      return null;
    },
    'at-limit': () => {
      const item = undecided()[0];
      return item
        ? {
            ...common,
            kind: 'at-limit',
            urgency: 'at-limit',
            item,
            sentence: () =>
              `${subject(file, item)} is at its limit and no gauge here decides it: ${isLeafless(file, item) ? 'leaves beside the bare piston may, and no set of them hangs here; until then ' : ''}treat it as beyond.`,
          }
        : null;
    },
    step: () => {
      const open = openSteps(file.log, file.engine.cylinders.length)[0];
      return open
        ? {
            ...common,
            kind: 'step',
            urgency: 'step',
            open,
            sentence: () =>
              `${capital(WORK[open.work.what].name)}: ${REOPENED[open.what]} again before anything is fitted.`,
          }
        : null;
    },
    'add-limit': () => {
      const item = asked.find((i) => i.state === 'noLimit' && !/^(ring|setup)\./u.test(i.feature));
      return item && !figures.some((i) => i.state === 'beyond')
        ? {
            ...common,
            kind: 'add-limit',
            urgency: 'add-limit',
            item,
            sentence: () =>
              `${subject(file, item)} has no limit on file. Add it from the manual, or decide knowing that nothing was proved.`,
          }
        : null;
    },
  };
  return Object.entries(find).map(([urgency, f]) => ({ urgency: urgency as Offer['urgency'], find: f }));
}

/** Whether leaves beside the piston would tell, and the shop has none: what every shop owns is named before more readings. */
const isLeafless = (file: JobFile, item: Figure): boolean =>
  item.feature === 'clearance' &&
  item.bracket === null &&
  !file.instruments.some((i) => atHand(i) && i.type === 'leaf');

/** Whether a place is the one that is read again after a light hone, for all of its wall. */
function afterHone(file: JobFile, at: SizePlace): boolean {
  const opened = reopeningWork(file);
  const key = placeKey(at);
  return (
    at.part === 'bore' &&
    READING.all(file.log).some((e) => {
      const work = placeKey(e.station) === key ? opened.get(e.id) : undefined;
      return work !== undefined && isLightHone(work);
    }) &&
    [...readingsOf(file, 'mm').places.values()].some(
      ({ station }) => station.part === 'bore' && station.cylinder === at.cylinder,
    )
  );
}

/** Places of the walk that nobody has read and the job still asks for. */
export function unreadOf(file: JobFile): readonly SizePlace[] {
  const { places } = readingsOf(file, 'mm');
  const decided = standingDecision(file) !== null;
  return walkOf(file).filter(
    (s) =>
      !places.has(placeKey(s)) &&
      !(s.part === 'bore' && isWallSettled(file, s.cylinder)) &&
      // The piston that came out was passed over with its wall; one that goes in is asked for.
      !(s.part === 'piston' && s.kit === null && decided && isWallSettled(file, s.cylinder)),
  );
}
