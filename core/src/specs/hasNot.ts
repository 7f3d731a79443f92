import { list, oneOf } from '../shape/index.js';
import type { EngineSpec } from './engine.js';
import { sheetPart } from './sheetPart.js';

/** What machines of one kind may have or not: asked of those alone that have it. */
export const MAY_LACK = {
  'power-valve': 'power valves',
  'oil-pump': 'oil pump',
  'water-pump': 'water pump',
  coolant: 'coolant',
  'bar-and-chain': 'bar and chain',
} as const;
export type MayLack = keyof typeof MAY_LACK;
const KEYS = Object.keys(MAY_LACK) as readonly MayLack[];

/** What this machine has not got, whatever its kind usually has: nothing of it is asked anywhere. */
export const HAS_NOT = sheetPart(
  'has-not',
  { none: list(oneOf(...KEYS), 0, KEYS.length) },
  {
    title: 'What this machine has not got',
    words: { none: 'none of these', ...MAY_LACK },
  },
);

/** Whether an engine's sheet says that it has none of something; a silent sheet says nothing. */
export const hasNot = (engine: Pick<EngineSpec, 'parts'>, what: MayLack): boolean =>
  HAS_NOT.of(engine)?.none.includes(what) ?? false;
