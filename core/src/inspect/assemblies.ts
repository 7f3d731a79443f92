import { boolean, integer, list, object, oneOf, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';
import type { EnginePart } from './partList.js';

/** Kinds of parts that hang on the engine and are stacks of pieces themselves. */
export const HUNG = ['carburettor', 'reeds', 'starter', 'water-pump', 'oil-pump', 'power-valve'] as const;

const ASSEMBLY = object({
  of: oneOf(...HUNG),
  /** Its pieces in the order they go together. */
  pieces: list(
    object({
      name: text(80),
      count: integer(1, 40),
      /** Which side, which way round; empty where it goes only one way. */
      way: text(160),
      /** Renewed whenever it was apart: a seal, a ring, a lock washer. */
      renewed: boolean,
    }),
    1,
    30,
  ),
  /** What is looked at while it is apart. */
  look: text(300),
  /** What it is set to when it is together; empty where nothing is set. */
  setting: text(300),
  source: SOURCE,
});
export type Assembly = Of<typeof ASSEMBLY>;

/** Carburettor, pumps, starter, reeds, power valves: how each goes together, what is renewed, what it is set to. */
export const ASSEMBLIES = sheetPart(
  'assemblies',
  { assemblies: list(ASSEMBLY, 0, 24) },
  {
    title: 'What hangs on it',
    words: {
      assemblies: 'each that comes apart',
      of: 'what it is',
      'water-pump': 'water pump',
      'oil-pump': 'oil pump',
      'power-valve': 'power valve',
      pieces: 'pieces, in the order they go together',
      count: 'how many',
      way: 'which way round',
      renewed: 'renewed each time',
      look: 'what is looked at',
      setting: 'what it is set to',
    },
  },
);

/** Whether a part comes apart by itself: it has pieces that are counted out and go back in order. */
export const comesApart = (part: EnginePart): boolean => (HUNG as readonly string[]).includes(part.kind.kind);

/** How a part goes together, where the engine's sheet says it. */
export const assemblyOf = (engine: Pick<EngineSpec, 'parts'>, part: EnginePart): Assembly | null =>
  ASSEMBLIES.of(engine)?.assemblies.find((a) => a.of === part.kind.kind) ?? null;
