import type { LogEntry } from './entries.js';
import type { AnyEntry } from './entryKind.js';
import { oncePerLog } from './oncePerLog.js';
import { PART_WORK, type PartWorkEntry } from './partWork.js';
import { STACK_LAID, type StackLaid } from './stackLaid.js';
import { undoneIn } from './undone.js';
import type { WorkEntry } from './workDone.js';

/** What a finished figure or step is called where it can be opened again. */
export const REOPENED = {
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
  'cam-timing': 'cam timing',
  ports: 'port heights and widths',
  lash: 'valve clearance',
  shim: 'shim thickness',
  'comparator-map': 'readings since the last good zero',
} as const;
export type Reopened = keyof typeof REOPENED;

interface WorkInfo {
  readonly name: string;
  readonly reopens: readonly Reopened[];
  /**
   * What it makes of the wall: one renewed by this work is held against what a new one must meet, with or
   * without a ticket; one that is `resized` only when a ticket says to what; an exchanged cylinder besides
   * carries none of the old one's findings.
   */
  readonly wall?: 'renewed' | 'exchanged' | 'resized';
}

const NEW_WALL: readonly Reopened[] = ['bore', 'shape', 'clearance', 'ring-gap', 'wash'];
const HEAD: readonly Reopened[] = [
  'deck',
  'squish',
  'compression',
  'port-timing',
  'piston-to-valve',
  'cam-timing',
  'lash',
];

const TABLE = {
  honed: { name: 'honed', reopens: NEW_WALL, wall: 'resized' },
  brushed: { name: 'cleaned with a nylon brush', reopens: ['wash'] },
  bored: { name: 'bored and honed', reopens: NEW_WALL, wall: 'renewed' },
  replated: { name: 'replated', reopens: NEW_WALL, wall: 'renewed' },
  sleeved: { name: 'sleeved', reopens: NEW_WALL, wall: 'renewed' },
  exchanged: { name: 'another cylinder', reopens: [...NEW_WALL, ...HEAD, 'ports'], wall: 'exchanged' },
  // Said once of what others had done before it came: nothing read here is of another wall.
  'came-in': { name: 'made to another size before it came', reopens: [], wall: 'renewed' },
  'came-with': { name: 'the piston it came with', reopens: [] },
  'ports-eased': { name: 'port edges eased', reopens: ['ring-gap', 'wash', 'ports'] },
  'ports-worked': {
    name: 'ports worked',
    reopens: ['ring-gap', 'wash', 'ports', 'port-timing', 'compression'],
  },
  'piston-renewed': {
    name: 'another piston',
    reopens: [
      'piston',
      'clearance',
      'ring-groove',
      'deck',
      'mass',
      'squish',
      'compression',
      'port-timing',
      'piston-to-valve',
    ],
  },
  'piston-eased': { name: 'piston crown eased', reopens: ['piston', 'clearance', 'wash'] },
  'rings-renewed': { name: 'other rings', reopens: ['ring-gap', 'ring-groove'] },
  washed: { name: 'washed until a white cloth stays white', reopens: [] },
  'gasket-changed': { name: 'another gasket', reopens: HEAD },
  skimmed: { name: 'skimmed', reopens: HEAD },
  'shim-changed': { name: 'another shim', reopens: ['lash', 'shim', 'piston-to-valve'] },
  'cams-set': {
    name: 'cams set anew',
    reopens: ['cam-timing', 'piston-to-valve', 'lash'],
  },
  'zeroed-again': { name: 'comparator zeroed again', reopens: ['comparator-map'] },
} as const satisfies Record<string, WorkInfo>;

/** Work that changes something which may already have been measured. */
export type WorkKind = keyof typeof TABLE;
/** The one table of work: its name, what it opens again, what it makes of the wall. */
export const WORK: Readonly<Record<WorkKind, WorkInfo>> = TABLE;
export const WORK_KINDS = Object.keys(TABLE) as readonly WorkKind[];

/** Whether work makes a wall of another size, which a ticket may give. */
export const resizes = (what: WorkKind): boolean => WORK[what].wall !== undefined;

/** Whether work was done on a cylinder, or on all of them. */
export const isDoneOn = (work: WorkEntry, cylinder: number): boolean =>
  work.cylinder === null || work.cylinder === cylinder;

/** Whether work opens a finished figure of a cylinder again. */
export const opens = (work: WorkEntry, what: Reopened, cylinder: number): boolean =>
  isDoneOn(work, cylinder) && WORK[work.what].reopens.includes(what);

/** Work done, with its place in the log. */
export interface PlacedWork {
  readonly at: number;
  readonly entry: WorkEntry;
}

/** Another stack than lay there, as the work it is. */
const restacked = ({ id, at, received, by, importedBy, gaskets }: StackLaid): WorkEntry => ({
  ...{ id, at, received, by, importedBy },
  kind: 'work',
  what: 'gasket-changed',
  ...{ cylinder: null, kitId: null, ticket: null, text: gaskets.join(', ') },
});

/**
 * Work of a log with its place in it: what was written down as work and not taken back, and every stack of gaskets that
 * is another than lay there before. The first that is said of a place is what was read over; one taken back never lay there.
 */
export const workOf = oncePerLog((log: readonly LogEntry[]): readonly PlacedWork[] => {
  const gone = undoneIn(log as readonly AnyEntry[]);
  const lies = new Map<string, string>();
  return (log as readonly (LogEntry | StackLaid)[]).flatMap((entry, at) => {
    if (gone.has(entry.id)) return [];
    if (entry.kind === 'work') return [{ at, entry }];
    if (!STACK_LAID.is(entry)) return [];
    const [before, now] = [lies.get(entry.where), JSON.stringify(entry.gaskets)];
    lies.set(entry.where, now);
    return before === undefined || before === now ? [] : [{ at, entry: restacked(entry) }];
  });
});

/** The work an entry of a log is; what is none is not in it. */
export const workBy = oncePerLog(
  (log: readonly LogEntry[]): ReadonlyMap<AnyEntry, WorkEntry> =>
    new Map(workOf(log).map((w) => [log[w.at]!, w.entry])),
);

/** Work on parts besides cylinder, piston and rings, without what was taken back. */
export const partWorkOf = oncePerLog((log: readonly AnyEntry[]): ReadonlySet<PartWorkEntry> => {
  const gone = undoneIn(log);
  return new Set(PART_WORK.in(log).filter((e) => !gone.has(e.id)));
});

export interface OpenAgain {
  readonly work: WorkEntry;
  readonly what: Reopened;
  /** Cylinders it is still open on. */
  readonly cylinders: readonly number[];
}

/**
 * Steps without a figure of their own that work has opened and nothing has closed: a wall that was stoned
 * stays unwashed until it is washed.
 * @param cylinders how many the engine has: work on all of them is closed once each was washed
 */
export function openSteps(log: readonly LogEntry[], cylinders: number): OpenAgain[] {
  const works = workOf(log);
  const washes = works.filter((w) => w.entry.what === 'washed');
  return works.flatMap(({ at, entry }) => {
    if (!WORK[entry.what].reopens.includes('wash')) return [];
    const open = Array.from({ length: cylinders }, (_, c) => c).filter(
      (c) => isDoneOn(entry, c) && !washes.some((w) => w.at > at && isDoneOn(w.entry, c)),
    );
    return open.length === 0 ? [] : [{ work: entry, what: 'wash' as const, cylinders: open }];
  });
}

/** How a cylinder's wall was renewed or resized last. */
export interface RenewedWall {
  readonly work: WorkEntry;
  /** Finished size that was asked for; null when no ticket is on file. */
  readonly ticket: WorkEntry['ticket'];
  /** Kit it was made for. */
  readonly kitId: string | null;
}

/**
 * The last time a cylinder's wall was renewed or brought to a ticket; null for the wall that came in. A hone
 * without a ticket leaves what was asked for before it.
 */
export function renewedWall(log: readonly LogEntry[], cylinder: number): RenewedWall | null {
  const walls = wallsOf(log);
  if (!walls.has(cylinder)) walls.set(cylinder, wallOn(log, cylinder));
  return walls.get(cylinder)!;
}

const wallsOf = oncePerLog((_: readonly LogEntry[]) => new Map<number, RenewedWall | null>());

function wallOn(log: readonly LogEntry[], cylinder: number): RenewedWall | null {
  let last = null as RenewedWall | null;
  for (const { entry } of workOf(log)) {
    if (entry.cylinder !== null && entry.cylinder !== cylinder) continue;
    const { wall } = WORK[entry.what];
    if (wall === 'renewed' || wall === 'exchanged')
      last = { work: entry, ticket: entry.ticket, kitId: entry.kitId };
    else if (wall === 'resized' && entry.ticket)
      last = { work: entry, ticket: entry.ticket, kitId: entry.kitId ?? last?.kitId ?? null };
  }
  return last;
}
