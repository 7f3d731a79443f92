import type { Work } from '../ledger/index.js';

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
export const isDoneOn = (work: Pick<Work, 'cylinder'>, cylinder: number): boolean =>
  work.cylinder === null || work.cylinder === cylinder;

/** Whether work opens a finished figure of a cylinder again. */
export const opens = (work: Pick<Work, 'what' | 'cylinder'>, what: Reopened, cylinder: number): boolean =>
  isDoneOn(work, cylinder) && WORK[work.what as WorkKind].reopens.includes(what);
