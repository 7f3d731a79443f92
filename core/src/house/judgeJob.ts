import {
  boreItems,
  boreState,
  findingItems,
  mapProblem,
  type BoreState,
  type MapProblem,
  type MapSpread,
} from '../bore/index.js';
import { clearanceItems, crossChecks, pinItems, type CrossCheck } from '../fit/index.js';
import { combineVerdicts, type Overall } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { findings, scoresOf, type FindingEntry, type Score } from '../log/index.js';
import { standingReadings, type ReadingsState } from '../readings/index.js';
import { kitOptions, type KitComparison } from '../routes/index.js';
import type { LengthUnit } from '../units/index.js';
import type { VerdictItem } from '../verdicts/index.js';
import { nextAction, type NextAction } from './nextAction.js';

export interface Judgement {
  readonly items: readonly VerdictItem[];
  /** The same verdicts, one list a cylinder. */
  readonly itemsOf: readonly (readonly VerdictItem[])[];
  readonly bores: readonly BoreState[];
  readonly readings: ReadingsState;
  readonly kits: KitComparison;
  readonly checks: readonly CrossCheck[];
  /** Findings on each cylinder's wall. */
  readonly findings: readonly (readonly FindingEntry[])[];
  /** What is known of the deepest score of each cylinder. */
  readonly scores: readonly Score[];
  /** The maps to propagate, one a cylinder; null until its plan is complete. */
  readonly maps: readonly (MapProblem | null)[];
  readonly next: NextAction;
  /** Of every verdict the plan asks for; null before the first reading. */
  readonly overall: Overall | null;
}

/** Looks a propagated map up, or works it; null while it is not there yet. */
export type SpreadOf = (problem: MapProblem) => MapSpread | null;

/** What a judgement rests on before any map is propagated: the dear part, the same whatever the draws say. */
export type Prepared = Omit<Judgement, 'items' | 'itemsOf' | 'kits' | 'next' | 'overall'>;

/** @param show unit the slip questions speak in */
export function prepareJob(file: JobFile, show: LengthUnit = 'mm'): Prepared {
  const readings = standingReadings(file, show);
  const bores = file.engine.cylinders.map((_, i) => boreState(file, readings, i));
  const found = findings(file.log, file.engine.cylinders.length);
  return {
    bores,
    readings,
    checks: crossChecks(file, bores, readings, show),
    findings: found,
    scores: scoresOf(found),
    // An incomplete map proves nothing yet, so it is not worth propagating.
    maps: bores.map((bore) => (bore.blockedBy === 'incomplete' ? null : mapProblem(file, bore, readings))),
  };
}

/** What was judged of a prepared bore last: most bores are as they were when another one's map arrives. */
const judged = new WeakMap<
  BoreState,
  { readonly spread: MapSpread | null | undefined; readonly items: readonly VerdictItem[] }
>();

function judgeCylinder(file: JobFile, prepared: Prepared, i: number, spreadOf: SpreadOf) {
  const bore = prepared.bores[i]!;
  const map = prepared.maps[i];
  const spread = map ? spreadOf(map) : undefined;
  const before = judged.get(bore);
  if (before && before.spread === spread) return before.items;
  const items: readonly VerdictItem[] = [
    ...boreItems(file, bore, spread),
    ...clearanceItems(file, bore, prepared.readings, spread),
    ...pinItems(file, i, prepared.readings),
    ...findingItems(file, i, prepared.findings[i]!),
  ];
  judged.set(bore, { spread, items });
  return items;
}

/**
 * Verdicts on what was prepared, with whatever maps are propagated by now. Verdicts of a cylinder whose map
 * is as it was are the same objects as before.
 * @param file the one that was prepared
 */
export function judgePrepared(file: JobFile, prepared: Prepared, spreadOf: SpreadOf): Judgement {
  const { bores, readings, checks } = prepared;
  const itemsOf = bores.map((_, i) => judgeCylinder(file, prepared, i, spreadOf));
  const items = itemsOf.flat();
  const spreads = prepared.maps.map((map) => map && spreadOf(map));
  const at = file.log.at(-1)?.at ?? '';
  const ended = items.some((i) => i.feature === 'finding');
  const kits = kitOptions(file, bores, readings, prepared.scores, at, spreads, ended);
  const states = items.map((i): Overall => (i.because === 'unread' ? 'unread' : i.state));
  return {
    ...prepared,
    items,
    itemsOf,
    kits,
    next: nextAction(file, items, readings, kits, checks),
    overall: states.every((s) => s === 'unread') ? null : combineVerdicts(states),
  };
}

/**
 * Every verdict of a job from its file: the one function behind the screen, the server and the command.
 * Pure; the same file and the same propagation give the same judgement anywhere. Where a map is not
 * propagated yet its verdicts stand on the closed form and say they are provisional.
 *
 * @param show     unit the slip questions speak in
 * @param spreadOf propagation of a whole map
 */
export const judgeJob = (
  file: JobFile,
  show: LengthUnit = 'mm',
  spreadOf: SpreadOf = () => null,
): Judgement => judgePrepared(file, prepareJob(file, show), spreadOf);
