import { combineVerdicts, type VerdictState } from '../gauges/index.js';
import { scores } from '../readings/index.js';
import { boreItems, boreState, type BoreState } from './boreItems.js';
import { clearanceItems } from './clearanceItems.js';
import type { JobFile } from './jobFile.js';
import { kitOptions, type KitComparison } from './kitOptions.js';
import { nextAction, type NextAction } from './nextAction.js';
import { standingReadings, type ReadingsState } from './standingReadings.js';
import type { VerdictItem } from './verdictItem.js';
import type { LengthUnit } from '../units/index.js';

export interface Judgement {
  readonly items: readonly VerdictItem[];
  readonly bores: readonly BoreState[];
  readonly readings: ReadingsState;
  readonly kits: KitComparison;
  /** Deepest score per cylinder, nm, radial. */
  readonly scores: readonly number[];
  readonly next: NextAction;
  /** Of everything read so far; null before the first reading. */
  readonly overall: VerdictState | null;
}

/**
 * Every verdict of a job from its file: the one function behind the screen, the server and the command.
 * Pure; the same file gives the same judgement anywhere.
 *
 * @param show unit the slip questions speak in
 */
export function judgeJob(file: JobFile, show: LengthUnit = 'mm'): Judgement {
  const readings = standingReadings(file, show);
  const bores = file.engine.cylinders.map((_, i) => boreState(file, readings, i));
  const items = bores.flatMap((bore) => [...boreItems(file, bore), ...clearanceItems(file, bore, readings)]);
  const deep = scores(file.log, file.engine.cylinders.length);
  const kits = kitOptions(file, bores, readings, deep, file.log.at(-1)?.at ?? '');
  const read = items.filter((i) => i.because !== 'unread');
  return {
    items,
    bores,
    readings,
    kits,
    scores: deep,
    next: nextAction(file, items, readings, kits),
    overall: read.length === 0 ? null : combineVerdicts(read.map((i) => i.state)),
  };
}
