import { boresOf, deepestScores, spreadsOf } from '../bore/index.js';
import type { JobFile } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import type { Ask, Found } from '../verdicts/index.js';
import { assumed, sameAssumptions, type Assumptions } from './assumptions.js';
import { endedBy } from './ended.js';
import { kitOptions, type KitComparison } from './kitOptions.js';

const known = new WeakMap<Found, KitComparison>();

/** The kits side by side, by what the rooms found: worked once for each judgement. */
export function kitsOf(file: JobFile, found: Found, ask: Ask, assume?: Assumptions): KitComparison {
  const usual = assume === undefined || sameAssumptions(assume, assumed(file));
  const before = usual ? known.get(found) : undefined;
  if (before) return before;
  const kits = kitOptions(
    file,
    boresOf(file, ask.unit),
    readingsOf(file, ask.unit),
    deepestScores(file),
    file.log.at(-1)?.at ?? '',
    spreadsOf(file, ask).map((s) => s ?? null),
    endedBy(found.figures),
    assume,
  );
  if (usual) known.set(found, kits);
  return kits;
}
