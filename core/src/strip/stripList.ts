import { integer, boolean, list, measured, object, oneOf, orNull, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { CAUTION_KEYS } from './cautions.js';
import { toolLine } from './toolLine.js';

/** How far an engine comes apart. */
export const SCOPES = {
  top: 'top end',
  whole: 'top and bottom end',
  bottom: 'bottom end, the top left on',
  partial: 'partial lift: the pin freed with the rings still in their bore',
  'crank-swap': 'crank swap of a hand-held engine',
} as const;
export type Scope = keyof typeof SCOPES;
/** Scopes in which the cylinder is lifted and the rings never leave their bore. */
export const HELD_SCOPES: ReadonlySet<Scope> = new Set(['partial', 'crank-swap'] as const);
export const SCOPE_KEYS = Object.keys(SCOPES) as readonly Scope[];

/** How the engine lies while a section is done. */
export const LIES = {
  machine: 'in the machine',
  upright: 'upright, on its stand',
  inverted: 'upside down',
  side: 'on its side',
} as const;

/** What is written down while it can still be seen, for the step that puts it back. */
export const NOTES = {
  torque: 'how tight it was',
  orientation: 'which way round',
  shims: 'shims and where they were',
  marks: 'marks',
  routing: 'cables and hoses',
  washers: 'washers and their sides',
} as const;
export type NoteAbout = keyof typeof NOTES;

const short = text(60);
const sentence = text(240);

/** Loose parts that come off together: counted out, and in again. */
const PARTS = object({
  /** Its name in the ledger: the same through every station. */
  item: short,
  name: text(80),
  count: integer(1, 200),
  /** Small enough to fall where the crank is. */
  near: boolean,
});
export type LooseParts = Of<typeof PARTS>;

const ANSWER = object({
  text: text(80),
  /** Why it cannot stay like that; empty for one that is written down and gone on from. */
  why: sentence,
});

const STEP = object({
  key: short,
  what: text(120),
  how: sentence,
  /** A fastener that is easily missed, and where it hides. */
  hidden: sentence,
  /** Scopes it belongs to; none for all of them. */
  scopes: list(oneOf(...SCOPE_KEYS), 0, 5),
  /** Steps that come before it. */
  after: list(short, 0, 8),
  tools: list(text(80), 0, 6),
  cautions: list(oneOf(...CAUTION_KEYS), 0, 6),
  takes: list(PARTS, 0, 12),
  /** What is put into the engine meanwhile and has to come out again. */
  puts: list(PARTS, 0, 6),
  /** Fasteners of a bolt map that come off here; no positions for all of them. */
  bolts: orNull(object({ map: short, holes: list(integer(1, 99), 0, 99) })),
  tray: boolean,
  /** What would be lost for good if nobody looked now. */
  stop: orNull(object({ ask: sentence, answers: list(ANSWER, 2, 5), photo: boolean })),
  note: orNull(object({ about: oneOf(...(Object.keys(NOTES) as NoteAbout[])), ask: sentence, at: short })),
  /** It goes on by itself for a while. */
  waits: orNull(object({ what: text(80), minutes: integer(1, 20_160) })),
  /** What has a way down to the crank from here on; empty where nothing has. */
  opens: short,
});
export type StripStep = Of<typeof STEP>;

const SECTION = object({
  key: short,
  name: text(80),
  lies: oneOf(...(Object.keys(LIES) as (keyof typeof LIES)[])),
  steps: list(STEP, 1, 60),
  source: SOURCE,
});
export type StripSection = Of<typeof SECTION>;

/** How an engine comes apart: its sections in order, each with its steps. */
export const STRIP_LIST = sheetPart(
  'strip-list',
  { sections: list(SECTION, 0, 30) },
  {
    title: 'Strip list',
    words: {
      sections: 'sections, in the order they come off',
      'sections.key': 'short name, as other steps name it',
      'steps.key': 'short name, as other steps name it',
      lies: 'how the engine lies',
      what: 'what is done',
      how: 'how',
      hidden: 'a fastener that hides, and where',
      scopes: 'only for; none for all',
      after: 'comes after',
      takes: 'loose parts that come off',
      puts: 'what is put in meanwhile',
      near: 'small enough to fall to the crank',
      bolts: 'fasteners of a bolt map',
      map: 'which map',
      holes: 'which positions; none for all',
      tray: 'into a tray of its own',
      stop: 'a hard stop',
      ask: 'what is asked',
      answers: 'its answers',
      why: 'why it cannot stay like that; empty to go on',
      photo: 'with a photo',
      note: 'written down now for later',
      about: 'about',
      'note.at': 'comes up again at',
      waits: 'waits by itself',
      opens: 'opens a way to the crank: which',
      ...SCOPES,
      ...LIES,
      ...NOTES,
    },
  },
);

const place = measured('length', integer<Nanometres>(0, 2_000_000_000));

/** One fastener of a cover where it sits. */
const HOLE = object({
  at: integer(1, 99),
  x: place,
  y: place,
  thread: text(20),
  length: measured('length', integer<Nanometres>(0, 1_000_000_000)),
  washer: boolean,
  sealant: boolean,
  oneTime: boolean,
});
export type BoltHole = Of<typeof HOLE>;

const MAP = object({
  key: short,
  name: text(80),
  /** Of the cover as it is drawn. */
  width: place,
  height: place,
  holes: list(HOLE, 1, 99),
  source: SOURCE,
});
export type BoltMap = Of<typeof MAP>;

/** Covers and heads as plans: where each fastener sits, how long it is, what is under it. */
export const BOLT_MAPS = sheetPart(
  'bolt-maps',
  { maps: list(MAP, 0, 30) },
  {
    title: 'Bolt maps',
    words: {
      maps: 'a plan for each cover',
      'maps.key': 'short name, as the strip list names it',
      holes: 'positions',
      at: 'number',
      x: 'from the left',
      y: 'from the top',
      oneTime: 'renewed each time',
      washer: 'a washer under it',
      sealant: 'sealant on it',
    },
  },
);

const TOOL = object({ name: text(80), use: sentence, source: SOURCE });
export type SpecialTool = Of<typeof TOOL>;

/** Tools that have to be there before the first bolt. */
export const SPECIAL_TOOLS = sheetPart(
  'special-tools',
  { tools: list(TOOL, 0, 40) },
  { title: 'Special tools', lines: [toolLine], words: { tools: 'tools', use: 'what for' } },
);
