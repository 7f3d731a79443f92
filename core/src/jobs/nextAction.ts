import {
  halfTurn,
  isBlocked,
  stationKey,
  thrustAngle,
  walk,
  type SlipQuestion,
  type Station,
} from '../readings/index.js';
import { nm } from '../units/index.js';
import { standingDecision, type JobFile } from './jobFile.js';
import type { KitComparison } from './kitOptions.js';
import type { ReadingsState } from './standingReadings.js';
import type { VerdictItem } from './verdictItem.js';

/** The one thing to do now. */
export type NextAction =
  | { readonly kind: 'answer'; readonly question: SlipQuestion }
  | { readonly kind: 'read'; readonly station: Station; readonly left: number }
  | { readonly kind: 'third-direction'; readonly station: Station; readonly item: VerdictItem }
  | {
      readonly kind: 'better-gauge';
      readonly station: Station;
      readonly item: VerdictItem;
      readonly gauge: string;
      readonly p: number;
    }
  | { readonly kind: 'at-limit'; readonly item: VerdictItem }
  | { readonly kind: 'add-limit'; readonly item: VerdictItem }
  | { readonly kind: 'decide' }
  | { readonly kind: 'decided'; readonly kitId: string | null };

/** Next unread station of the walk after a given one, wrapping round; null when all are read. */
export function nextStation(file: JobFile, readings: ReadingsState, after: string | null): Station | null {
  const stations = walk(file.engine, file.job.plan, standingDecision(file)?.kitId ?? null);
  const start = after === null ? 0 : stations.findIndex((s) => stationKey(s) === after) + 1;
  for (let i = 0; i < stations.length; i += 1) {
    const s = stations[(start + i) % stations.length]!;
    if (!readings.stations.has(stationKey(s))) return s;
  }
  return null;
}

/** Where a third direction would show an oval lying between the two that were read. */
function thirdDirection(file: JobFile, item: VerdictItem): Station | null {
  const depth = nm(item.depth ?? file.engine.depths.top);
  const angle = [45, 135]
    .map((o) => halfTurn(thrustAngle(file.engine) + o))
    .find((a) => !isBlocked(file.engine, depth, a));
  return angle === undefined ? null : { part: 'bore', cylinder: item.cylinder, depth, angle };
}

/** The station whose reading is the figure in question. */
function stationBehind(item: VerdictItem, readings: ReadingsState): Station | null {
  const here = [...readings.stations.values()].filter(
    (s) =>
      s.station.part === 'bore' &&
      s.station.cylinder === item.cylinder &&
      s.station.depth === item.depth &&
      s.result,
  );
  return here.sort((a, b) => b.result!.estimate.value - a.result!.estimate.value)[0]?.station ?? null;
}

/**
 * What to do next: answer what is asked, read what is missing, settle what is undecided, then decide.
 */
export function nextAction(
  file: JobFile,
  items: readonly VerdictItem[],
  readings: ReadingsState,
  kits: KitComparison,
): NextAction {
  const question = readings.questions[0];
  if (question) return { kind: 'answer', question };
  const chosen = standingDecision(file);
  const stations = walk(file.engine, file.job.plan, chosen?.kitId ?? null);
  const unread = stations.filter((s) => !readings.stations.has(stationKey(s)));
  const next = unread[0];
  if (next) return { kind: 'read', station: next, left: unread.length };
  // A piston that goes into the bore as it is stays to be proved after it was chosen; one that is bored for does not.
  const fitted = file.engine.kits.some((k) => k.id === chosen?.kitId && k.oversize === 0);
  if (chosen && !fitted) return { kind: 'decided', kitId: chosen.kitId };

  // One bore past its limit settles that all are bored: nothing undecided beside it needs deciding.
  if (
    !chosen &&
    items.some((i) => i.feature === 'bore' && i.state === 'beyond') &&
    kits.options.some((o) => o.feasible)
  )
    return { kind: 'decide' };
  for (const item of items.filter((i) => i.state === 'undecided')) {
    const better = item.outlook.find((g) => g.state !== 'undecided');
    const station = stationBehind(item, readings);
    if (item.because === 'unseen') {
      const third = thirdDirection(file, item);
      if (third && !readings.stations.has(stationKey(third)))
        return { kind: 'third-direction', station: third, item };
    }
    if (better && station && !item.gauges.includes(better.instrument.name))
      return { kind: 'better-gauge', station, item, gauge: better.instrument.id, p: better.p };
  }
  const stuck = items.find((i) => i.state === 'undecided');
  if (stuck) return { kind: 'at-limit', item: stuck };
  if (chosen) return { kind: 'decided', kitId: chosen.kitId };
  const missing = items.find((i) => i.state === 'noLimit');
  if (missing && !items.some((i) => i.state === 'beyond')) return { kind: 'add-limit', item: missing };
  return { kind: 'decide' };
}
