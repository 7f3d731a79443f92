import { partsOf } from '../inspect/index.js';
import type { EngineSpec } from '../specs/index.js';
import type { Thing } from './measurand.js';

/** Every part of some kinds as a thing to be measured, named as the list of parts names it. */
export const thingsOfKind =
  (...kinds: readonly string[]) =>
  (engine: EngineSpec): readonly Thing[] =>
    partsOf(engine)
      .filter((p) => kinds.includes(p.kind.kind))
      .map((p) => ({ key: p.key, name: p.name, part: p.key, kind: p.kind.kind }));

/** So many alike of one part, counted from one. */
export const numbered = (part: string, name: string, count: number): readonly Thing[] =>
  Array.from({ length: count }, (_, i) => ({ key: String(i + 1), name: `${name} ${i + 1}`, part }));
