import { oneOf, orNull, text } from '../shape/index.js';
import { entryKind, Refused, type EntryOf, size } from '../ledger/index.js';

/**
 * What a finding on a part says by itself: it ends the part, it has to be worked on first, or it can only be told by
 * measuring.
 */
export type PartFindingSays = 'ends' | 'work' | 'measure' | 'note';

interface Kind {
  readonly name: string;
  readonly says: PartFindingSays;
  /** Why, in a sentence a customer could read. */
  readonly why: string;
}

const TABLE = {
  cracked: { name: 'cracked', says: 'ends', why: 'A crack grows under load and is never measured away.' },
  broken: { name: 'broken', says: 'ends', why: 'What broke once has lost its shape and its strength.' },
  bent: { name: 'bent', says: 'ends', why: 'Bent back it is weak where it was bent.' },
  blued: { name: 'blued by heat', says: 'ends', why: 'Heat that colours steel has taken its hardness.' },
  pitted: {
    name: 'pitted',
    says: 'ends',
    why: 'A pit in a running surface sheds metal and breaks the oil film.',
  },
  flaking: { name: 'flaking', says: 'ends', why: 'What flakes goes through the whole engine.' },
  copper: {
    name: 'copper showing',
    says: 'ends',
    why: 'The overlay is through: the journal runs on the layer below it.',
  },
  overlay: {
    name: 'overlay worn',
    says: 'measure',
    why: 'How much is left, the clearance tells.',
  },
  'dogs-rounded': {
    name: 'gear dogs rounded',
    says: 'ends',
    why: 'Rounded dogs push themselves out of gear under load.',
  },
  galled: { name: 'galled', says: 'ends', why: 'A torn track catches and jams.' },
  'fork-bent': {
    name: 'fork bent',
    says: 'ends',
    why: 'A bent fork wears its groove and drops out of gear.',
  },
  keyway: {
    name: 'keyway damaged',
    says: 'ends',
    why: 'The key only places the wheel; a damaged seat lets it slip and shear.',
  },
  'taper-fretted': {
    name: 'taper seat fretted',
    says: 'work',
    why: 'The taper carries the wheel: it has to bear all round, shown with blue.',
  },
  'reed-chipped': {
    name: 'reed chipped',
    says: 'ends',
    why: 'The rest of the petal goes into the crankcase.',
  },
  carboned: { name: 'carboned up', says: 'work', why: 'Carbon has to come off before anything is judged.' },
  stuck: { name: 'stuck', says: 'work', why: 'It has to move freely before it goes back.' },
  'land-broken': {
    name: 'ring land broken',
    says: 'ends',
    why: 'A ring without its land breaks, and takes the wall along.',
  },
  'pin-bore-scuffed': {
    name: 'pin bore scuffed',
    says: 'ends',
    why: 'A scuffed pin bore seizes the pin, and the rod with it.',
  },
  'skirt-scuffed': {
    name: 'skirt scuffed',
    says: 'measure',
    why: 'Light marks may be dressed where the sheet allows it; its size tells the rest.',
  },
  'seal-land': {
    name: 'seal land grooved',
    says: 'work',
    why: 'A new lip in an old groove leaks: it is sleeved, or the seal set deeper.',
  },
  'seat-leaks': {
    name: 'leaks past its seat',
    says: 'work',
    why: 'Its seat is cut or lapped, then tried again.',
  },
  'boot-cracked': {
    name: 'boot cracked',
    says: 'ends',
    why: 'Air drawn in behind the throttle leans the engine until it seizes.',
  },
  hardened: {
    name: 'hardened or swollen',
    says: 'ends',
    why: 'Rubber that has lost its spring seals nothing.',
  },
  'impeller-worn': {
    name: 'impeller worn',
    says: 'ends',
    why: 'What does not move water does not cool.',
  },
  'magnet-loose': {
    name: 'magnet loose',
    says: 'ends',
    why: 'A magnet that lets go wrecks flywheel and stator.',
  },
  corroded: { name: 'corroded', says: 'measure', why: 'Stain or pit: its size and a fingernail tell.' },
  scored: { name: 'scored', says: 'measure', why: 'How deep, and how much size is left, has to be read.' },
  rough: { name: 'rough when turned', says: 'ends', why: 'A rolling bearing that can be felt is finished.' },
  'thread-damaged': {
    name: 'thread damaged',
    says: 'work',
    why: 'It is repaired before anything is tightened into it.',
  },
  repaired: {
    name: 'repaired before',
    says: 'measure',
    why: 'Somebody else’s work is measured like new work that came back.',
  },
  worn: { name: 'worn', says: 'measure', why: 'How much, has to be read.' },
  dirty: {
    name: 'silt or dirt inside',
    says: 'work',
    why: 'It is taken apart as far as it goes and washed out.',
  },
} as const satisfies Record<string, Kind>;

export type PartFindingKind = keyof typeof TABLE;
export const PART_FINDINGS: Readonly<Record<PartFindingKind, Kind>> = TABLE;
export const PART_FINDING_KINDS = Object.keys(TABLE) as readonly PartFindingKind[];

export const SEVERITIES = { light: 'light', moderate: 'moderate', severe: 'severe' } as const;
export type Severity = keyof typeof SEVERITIES;

/** Something seen or felt on a part of the engine. It stands until it is taken back, or the part is another one. */
export const PART_FINDING = entryKind(
  'part-finding',
  {
    /** Of the engine, as its list of parts names it. */
    of: text(80),
    name: text(120),
    what: oneOf(...PART_FINDING_KINDS),
    severity: orNull(oneOf(...(Object.keys(SEVERITIES) as Severity[]))),
    /** How long, wide or deep, nm; null where nobody measured it. */
    extent: orNull(size),
    /** Where on it, and what else. */
    text: text(500),
  },
  {
    read: (sent) => {
      if (sent.of.trim() === '') throw new Refused('/of', 'On which part?');
    },
  },
);
export type PartFindingEntry = EntryOf<typeof PART_FINDING>;
