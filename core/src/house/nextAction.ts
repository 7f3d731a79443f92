import type { CrossCheck } from '../fit/index.js';
import { HOPELESS, type RankedAction } from '../gauges/index.js';
import { fittedPiston, standingDecision, walkOf, type JobFile } from '../job/index.js';
import { openSteps, placeKey, type OpenAgain, type SizePlace } from '../log/index.js';
import {
  nextReads,
  openZero,
  zeroLost,
  type NextRead,
  type ReadingsState,
  type SlipQuestion,
} from '../readings/index.js';
import type { KitComparison } from '../routes/index.js';
import type { VerdictItem } from '../verdicts/index.js';

/** The one thing to do now. */
export type NextAction =
  | { readonly kind: 'answer'; readonly question: SlipQuestion }
  | { readonly kind: 'read'; readonly station: SizePlace; readonly left: number; readonly again: boolean }
  | { readonly kind: 'closing-zero'; readonly zeroId: string; readonly gauge: string }
  | { readonly kind: 'cross-check'; readonly check: CrossCheck }
  | {
      readonly kind: 'settle';
      readonly item: VerdictItem;
      readonly station: NextRead['station'];
      readonly best: RankedAction<NextRead>;
      /** Every other way, best first. */
      readonly others: readonly RankedAction<NextRead>[];
    }
  | { readonly kind: 'at-limit'; readonly item: VerdictItem }
  | { readonly kind: 'send-back'; readonly item: VerdictItem }
  | { readonly kind: 'step'; readonly open: OpenAgain }
  | { readonly kind: 'add-limit'; readonly item: VerdictItem }
  | { readonly kind: 'decide' }
  /** A mark whose depth decides. */
  | { readonly kind: 'look'; readonly item: VerdictItem }
  /** Which limit applies, or a rule that contradicts the sheet. */
  | { readonly kind: 'settle-limit'; readonly item: VerdictItem }
  | { readonly kind: 'decided'; readonly kitId: string | null };

/** Next unread station of the walk after a given one, wrapping round; null when all are read. */
export function nextPlace(file: JobFile, readings: ReadingsState, after: string | null): SizePlace | null {
  const places = walkOf(file);
  const start = after === null ? 0 : places.findIndex((s) => placeKey(s) === after) + 1;
  for (let i = 0; i < places.length; i += 1) {
    const s = places[(start + i) % places.length]!;
    if (!readings.places.has(placeKey(s))) return s;
  }
  return null;
}

/** A zero whose map is complete and which was not found again yet. */
function zeroToClose(readings: ReadingsState): NextAction | null {
  for (const gauge of new Set([...readings.zeros.values()].map((z) => z.instrumentId))) {
    const zero = openZero(readings.zeros, gauge);
    const used = [...readings.places.values()].some((s) =>
      s.readings.some((r) => zero !== null && r.entry.zeroId === zero.id),
    );
    if (zero && used) return { kind: 'closing-zero', zeroId: zero.id, gauge };
  }
  return null;
}

/**
 * What to do next: answer what is asked, read what is missing, close the comparator's zero, look at what
 * contradicts itself, settle what is undecided, then decide.
 */
export function nextAction(
  file: JobFile,
  items: readonly VerdictItem[],
  readings: ReadingsState,
  kits: KitComparison,
  checks: readonly CrossCheck[],
): NextAction {
  const question = readings.questions[0];
  if (question) return { kind: 'answer', question };
  const chosen = standingDecision(file);
  const places = walkOf(file);
  const unread = places.filter((s) => !readings.places.has(placeKey(s)));
  const next = unread[0];
  if (next) {
    const again = file.log.some(
      (e) => e.kind === 'reading' && readings.setAside.has(e.id) && placeKey(e.station) === placeKey(next),
    );
    return { kind: 'read', station: next, left: unread.length, again };
  }
  const zero = zeroToClose(readings);
  if (zero) return zero;

  // Back from boring, a piston that goes in as it is: these stay to be proved after they were chosen.
  const fitted = file.engine.cylinders.every((_, i) => fittedPiston(file, i).renewed);
  const outside = items.find((i) => i.limit?.source.type === 'machinist' && i.state === 'beyond');
  if (outside) return { kind: 'send-back', item: outside };
  if (chosen && !fitted) return { kind: 'decided', kitId: chosen.kitId };

  const conflict = checks.find((c) => !c.agrees && (c.kind === 'leaf' || c.kind === 'ring'));
  if (conflict) return { kind: 'cross-check', check: conflict };
  // One bore past its limit settles that all are bored: nothing undecided beside it needs deciding.
  if (
    !chosen &&
    items.some(
      (i) =>
        i.state === 'beyond' &&
        (i.feature === 'finding' || (i.feature === 'bore' && kits.options.some((o) => o.feasible))),
    )
  )
    return { kind: 'decide' };
  const mark = items.find((i) => i.because === 'finding');
  if (mark) return { kind: 'look', item: mark };
  const limit = items.find((i) => i.because === 'ask-limit' || i.because === 'contradiction');
  if (limit) return { kind: 'settle-limit', item: limit };
  for (const item of items.filter((i) => i.state === 'undecided' && i.because !== 'unread')) {
    const ranked = nextReads(file, item, readings);
    // What two directions cannot show, only a third direction can.
    const third = ranked.find((r) => item.because === 'unseen' && r.action.kind === 'third-direction');
    const best = third ?? ranked.find((r) => r.pDecides >= HOPELESS);
    if (best) {
      const { station } = best.action;
      return { kind: 'settle', item, station, best, others: ranked.filter((r) => r !== best) };
    }
  }
  const stuck = items.find((i) => i.state === 'undecided' && i.because !== 'unread');
  if (stuck) return { kind: 'at-limit', item: stuck };
  const open = openSteps(file.log)[0];
  if (open) return { kind: 'step', open };
  if (chosen) return { kind: 'decided', kitId: chosen.kitId };
  const missing = items.find((i) => i.state === 'noLimit');
  if (missing && !items.some((i) => i.state === 'beyond')) return { kind: 'add-limit', item: missing };
  return { kind: 'decide' };
}

/** Zeros that wandered too far: their readings are put aside. */
export const lostZeros = (file: JobFile, readings: ReadingsState) =>
  [...readings.zeros.values()].filter((z) => zeroLost(file, z));
