import type { LogEntry, WorkEntry } from './log.js';
import type { Station } from './station.js';

/** Work that changes something which may already have been measured. */
export type WorkKind =
  | 'honed'
  | 'bored'
  | 'replated'
  | 'sleeved'
  | 'ports-eased'
  | 'piston-renewed'
  | 'piston-eased'
  | 'rings-renewed'
  | 'washed'
  | 'gasket-changed'
  | 'skimmed'
  | 'shim-changed'
  | 'zeroed-again';

/** What a finished figure or step is called where it can be opened again. */
export type Reopened =
  | 'bore'
  | 'shape'
  | 'piston'
  | 'clearance'
  | 'ring-gap'
  | 'ring-groove'
  | 'wash'
  | 'mass'
  | 'deck'
  | 'squish'
  | 'compression'
  | 'port-timing'
  | 'piston-to-valve'
  | 'lash'
  | 'comparator-map';

export const WORK: Record<WorkKind, string> = {
  honed: 'honed',
  bored: 'bored and honed',
  replated: 'replated',
  sleeved: 'sleeved',
  'ports-eased': 'port edges eased',
  'piston-renewed': 'another piston',
  'piston-eased': 'piston crown eased',
  'rings-renewed': 'other rings',
  washed: 'washed until a white cloth stays white',
  'gasket-changed': 'another gasket',
  skimmed: 'skimmed',
  'shim-changed': 'another shim',
  'zeroed-again': 'comparator zeroed again',
};

export const REOPENED: Record<Reopened, string> = {
  bore: 'bore size',
  shape: 'out-of-round and taper',
  piston: 'piston size',
  clearance: 'clearance',
  'ring-gap': 'ring gaps',
  'ring-groove': 'ring grooves',
  wash: 'wash',
  mass: 'piston mass',
  deck: 'deck clearance',
  squish: 'squish',
  compression: 'compression ratio',
  'port-timing': 'port timing',
  'piston-to-valve': 'piston to valve',
  lash: 'valve clearance',
  'comparator-map': 'readings since the last good zero',
};

const NEW_WALL: readonly Reopened[] = ['bore', 'shape', 'clearance', 'ring-gap', 'wash'];

/** The one table of what work opens again. Everything that asks “is this still true?” asks it here. */
export const REOPENS: Record<WorkKind, readonly Reopened[]> = {
  honed: NEW_WALL,
  bored: NEW_WALL,
  replated: NEW_WALL,
  sleeved: NEW_WALL,
  'ports-eased': ['ring-gap', 'wash'],
  'piston-renewed': ['clearance', 'ring-groove', 'deck', 'mass'],
  'piston-eased': ['piston', 'clearance', 'wash'],
  'rings-renewed': ['ring-gap', 'ring-groove'],
  washed: [],
  'gasket-changed': ['deck', 'squish', 'compression', 'port-timing', 'piston-to-valve', 'lash'],
  skimmed: ['deck', 'squish', 'compression', 'port-timing', 'piston-to-valve', 'lash'],
  'shim-changed': ['lash'],
  'zeroed-again': ['comparator-map'],
};

const FIGURE: Record<Station['part'], Reopened | null> = {
  bore: 'bore',
  land: 'bore',
  piston: 'piston',
  pin: null,
  'pin-bore': null,
  'small-end': null,
  clearance: 'clearance',
  'ring-gap': 'ring-gap',
};

/**
 * Whether work done after an entry has opened its station again.
 * @param after work entries later in the log than the reading
 */
export function isReopened(station: Station, after: readonly WorkEntry[]): boolean {
  const figure = FIGURE[station.part];
  return (
    figure !== null &&
    after.some(
      (w) =>
        (w.cylinder === null || w.cylinder === station.cylinder) &&
        REOPENS[w.what].includes(figure) &&
        // A kit's own piston is another piece of metal than the one that was eased.
        !(station.part === 'piston' && w.kitId !== null && station.kit !== w.kitId),
    )
  );
}

/** Work entries of a log with their place in it. */
export const workOf = (log: readonly LogEntry[]): { readonly at: number; readonly entry: WorkEntry }[] =>
  log.flatMap((entry, at) => (entry.kind === 'work' ? [{ at, entry }] : []));

export interface OpenAgain {
  readonly work: WorkEntry;
  readonly what: Reopened;
}

/**
 * Steps without a figure of their own that work has opened and nothing has closed: a wall that was stoned
 * stays unwashed until it is washed.
 */
export function openSteps(log: readonly LogEntry[]): OpenAgain[] {
  const works = workOf(log);
  return works.flatMap(({ at, entry }) =>
    REOPENS[entry.what].includes('wash') &&
    !works.some(
      (w) =>
        w.at > at &&
        w.entry.what === 'washed' &&
        (w.entry.cylinder === null || w.entry.cylinder === entry.cylinder),
    )
      ? [{ work: entry, what: 'wash' as const }]
      : [],
  );
}

/** The last time a cylinder's wall was renewed, if ever: what it is held against from then on. */
export const lastWall = (log: readonly LogEntry[], cylinder: number): WorkEntry | null =>
  workOf(log)
    .filter(
      ({ entry }) =>
        ['bored', 'replated', 'sleeved'].includes(entry.what) &&
        (entry.cylinder === null || entry.cylinder === cylinder),
    )
    .at(-1)?.entry ?? null;
