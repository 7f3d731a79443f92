import { fact, type JobFile } from '../job/index.js';
import { packOf, RING_PACKS } from '../rings/index.js';
import { HELD_SCOPES, stripPlan } from '../strip/index.js';
import type { EngineSpec } from '../specs/index.js';
import { ASSEMBLY_LIST, type AssemblySection, type AssemblyStep } from './assemblySheet.js';
import { generalAssembly } from './general/index.js';

const known = new WeakMap<object, readonly (readonly AssemblySection[])[]>();

/** Every list an engine may go together by: its own, and the general one for each piston its sheets know. */
export function listsFor(engine: EngineSpec): readonly (readonly AssemblySection[])[] {
  const before = known.get(engine);
  if (before) return before;
  const own = ASSEMBLY_LIST.of(engine)?.sections ?? null;
  const packs = RING_PACKS.of(engine)?.packs ?? [];
  const lists = [
    ...(own ? [own] : []),
    generalAssembly(engine, null, true),
    ...[null, ...packs].map((pack) => generalAssembly(engine, pack)),
  ];
  known.set(engine, lists);
  return lists;
}

export const stepIn = (list: readonly AssemblySection[], key: string): AssemblyStep | null =>
  list.flatMap((s) => s.steps).find((s) => s.key === key) ?? null;

/** Whether it came apart with the rings left in their bore. */
const ringsHeld = (file: JobFile): boolean => {
  const { chosen } = stripPlan(file);
  return chosen !== null && HELD_SCOPES.has(chosen.scope);
};

/** The general list of this very job: which way round things go hangs on the piston that goes in. */
export const generalFor = fact('generalFor', (file: JobFile) =>
  generalAssembly(file.engine, packOf(file, 0), ringsHeld(file)),
);
