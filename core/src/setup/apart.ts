import type { Opener, PlaceKind } from '../ledger/index.js';
import { REFITTED, STRIPPED } from '../strip/index.js';
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

/** Crank and cases: with them out there is nothing a piston stands on. */
const LOW = ['case-bolts', 'split', 'crank'];
const BARREL = ['barrel', 'barrel-up', 'barrel-loose', 'pin', 'clips'];
const HEAD = ['head', 'head-bolts'];
const CAMS = ['cams', 'shims', 'chain', 'tensioner'];
const COVERS = ['cover', 'plug', 'plugs', 'valves-on'];
const HEAD_STEPS = [
  ...['head-gasket', 'head-on', 'head-tight', 'cylinder-tight', 'turned'],
  ...['shims', 'cams', 'joined', 'tensioner', 'marks-again'],
];

export const OPENS_DECK: Opens = {
  off: new Set([...BARREL, ...LOW]),
  after: new Set([...HEAD_STEPS, 'lash', 'valve-room', ...COVERS]),
};
export const OPENS_LASH: Opens = {
  off: new Set([...BARREL, ...HEAD, ...CAMS]),
  after: new Set(['valve-room', ...COVERS]),
  tight: true,
};
export const OPENS_CONTACT: Opens = {
  off: new Set([...BARREL, ...LOW, ...HEAD, ...CAMS]),
  after: new Set(COVERS),
};
export const OPENS_CAMS: Opens = {
  off: new Set([...HEAD, ...CAMS]),
  after: new Set(['lash', 'valve-room', ...COVERS]),
};

/** Whether the crank is in its cases, by what came off and went back: a deck or a squish is read on it. */
export const crankIsIn: NonNullable<PlaceKind['standsOn']> = {
  kinds: [STRIPPED.kind, REFITTED.kind],
  is: (before) => {
    const out = new Set<string>();
    for (const e of before) {
      if (STRIPPED.is(e)) e.steps.forEach((s) => LOW.includes(s.step) && out.add(s.step));
      if (REFITTED.is(e)) e.steps.forEach((s) => out.delete(s.step));
    }
    return !out.has('crank') && !out.has('split');
  },
};

/** Entries after a reading that have opened it again. */
export const opensSetup = ({ off, after, tight }: Opens): Opener<string> => ({
  kinds: [STRIPPED.kind, 'assembly-opened', ...(tight ? [TORQUED.kind] : [])],
  by: (_, entry, engine) => {
    if (STRIPPED.is(entry)) return entry.steps.some((s) => off.has(s.step));
    // Of a list nobody knows here every step comes before it.
    if (entry.kind === 'assembly-opened')
      return !after.has((entry as unknown as { readonly step: string }).step);
    if (!tight || !TORQUED.is(entry)) return false;
    const clamps = groupsOf(engine).find((g) => g.group.key === entry.group)?.group.clamps;
    return clamps === 'head' || clamps === 'cams';
  },
});
