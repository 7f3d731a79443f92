import type { JobFile } from '../job/index.js';
import type { AnyEntry } from '../log/index.js';
import { STRIPPED } from '../strip/index.js';
import { groupsOf, TORQUED } from '../torque/index.js';

/** What opens a reading of setting up again besides work and other parts: what was taken apart, what was tightened after it. */
interface Opens {
  /** Steps of a strip that take off what it was read on. */
  readonly off: ReadonlySet<string>;
  /** Steps of the assembly run that come after it: opened from one of them on, it still stands. */
  readonly after: ReadonlySet<string>;
  /** It is read after head and cam caps are tightened. */
  readonly tight?: true;
}

const BARREL = ['barrel', 'barrel-up', 'barrel-loose', 'pin', 'clips'];
const HEAD = ['head', 'head-bolts'];
const CAMS = ['cams', 'shims', 'chain', 'tensioner'];
const COVERS = ['cover', 'plug', 'plugs', 'valves-on'];
const HEAD_STEPS = [
  ...['head-gasket', 'head-on', 'head-tight', 'cylinder-tight', 'turned'],
  ...['shims', 'cams', 'joined', 'tensioner', 'marks-again'],
];

export const OPENS_DECK: Opens = {
  off: new Set(BARREL),
  after: new Set([...HEAD_STEPS, 'lash', 'valve-room', ...COVERS]),
};
export const OPENS_LASH: Opens = {
  off: new Set([...BARREL, ...HEAD, ...CAMS]),
  after: new Set(['valve-room', ...COVERS]),
  tight: true,
};
export const OPENS_CONTACT: Opens = {
  off: new Set([...BARREL, ...HEAD, ...CAMS]),
  after: new Set(COVERS),
};
export const OPENS_CAMS: Opens = {
  off: new Set([...HEAD, ...CAMS]),
  after: new Set(['lash', 'valve-room', ...COVERS]),
};

/** Whether an entry after a reading has opened it again. */
export function opensSetup(
  { off, after, tight }: Opens,
  entry: AnyEntry,
  { engine }: Pick<JobFile, 'engine'>,
): boolean {
  if (STRIPPED.is(entry)) return entry.steps.some((s) => off.has(s.step));
  // Of a list nobody knows here every step comes before it.
  if (entry.kind === 'assembly-opened')
    return !after.has((entry as unknown as { readonly step: string }).step);
  if (!tight || !TORQUED.is(entry)) return false;
  const clamps = groupsOf(engine).find((g) => g.group.key === entry.group)?.group.clamps;
  return clamps === 'head' || clamps === 'cams';
}
