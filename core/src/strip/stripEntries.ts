import { entryKind, Refused, size, type EntryOf } from '../ledger/index.js';
import { boolean, integer, list, number, object, oneOf, orNull, ref, text } from '../shape/index.js';
import type { EngineSpec } from '../specs/index.js';
import { generalList } from './general/index.js';
import { NOTES, SCOPE_KEYS, STRIP_LIST, type NoteAbout, type StripStep } from './stripList.js';

const short = text(60);
const said = text(500);

/** Why a step is not done as it stands. */
export const ODD = {
  'not-there': 'not on this engine',
  'left-on': 'left on',
  skipped: 'skipped',
  stuck: 'stuck',
  broken: 'broken',
  thread: 'thread damaged',
  short: 'fewer than there should be',
  more: 'more than there should be',
  other: 'other than on the list',
} as const;
export type OddWhy = keyof typeof ODD;
/** After these the step itself is over; after the others it is still to be done. */
export const ENDS_STEP: ReadonlySet<OddWhy> = new Set(['not-there', 'left-on', 'skipped'] as const);

/** Every step of an engine by its key: of its own list, and of the general one. */
export function stepNamed(engine: EngineSpec, key: string): StripStep | null {
  const sections = [...(STRIP_LIST.of(engine)?.sections ?? []), ...generalList(engine)];
  return sections.flatMap((s) => s.steps).find((s) => s.key === key) ?? null;
}

/** How far this engine comes apart, and by which list. The last one said stands. */
export const STRIP_PLAN = entryKind('strip-plan', {
  scope: oneOf(...SCOPE_KEYS),
  list: oneOf('sheet', 'general'),
  /** Opened to be rebuilt, or for a look alone. */
  purpose: oneOf('rebuild', 'look'),
});

const LOOSE = object({
  item: short,
  name: text(80),
  count: integer(0, 200),
  near: boolean,
  /** Put into the engine; else taken off it. */
  inside: boolean,
});

const DONE = object({ step: short, name: text(120), loose: list(LOOSE, 0, 20), opens: short });

/** One or several steps done with one press, with what came off counted. */
export const STRIPPED = entryKind(
  'stripped',
  {
    steps: list(DONE, 1, 60),
    /** Tray of this job they went into; null for none. */
    tray: orNull(integer(1, 99)),
    /** Answers to the hard stops of these steps. */
    answers: list(ref('entry'), 0, 60),
  },
  {
    read: (sent, { engine, known }) => {
      const answered = new Set(
        sent.answers.flatMap((id) => {
          const entry = known(id);
          return entry && STRIP_ANSWER.is(entry) ? [entry.step] : [];
        }),
      );
      for (const [i, { step }] of sent.steps.entries()) {
        const stop = stepNamed(engine, step)?.stop;
        if (stop && !answered.has(step))
          throw new Refused(`/steps/${i}`, `First look, while it can still be seen: ${stop.ask}`);
      }
    },
  },
);

/** Steps put back with one press, the list run backwards: what goes in again, counted. */
export const REFITTED = entryKind('refitted', { steps: list(DONE, 1, 60) });

/** What was seen at a hard stop; what cannot stay like that is refused with the reason. */
export const STRIP_ANSWER = entryKind(
  'strip-answer',
  { step: short, ask: text(240), answer: text(80) },
  {
    read: (sent, { engine }) => {
      const stop = stepNamed(engine, sent.step)?.stop;
      const wrong = stop?.answers.find((a) => a.text === sent.answer)?.why ?? '';
      if (wrong !== '') throw new Refused('/answer', wrong);
      if (stop && !stop.answers.some((a) => a.text === sent.answer))
        throw new Refused('/answer', 'That is none of the answers of this step.');
    },
  },
);

/** Something about a step that is not as the list has it. */
export const STRIP_ODD = entryKind('strip-odd', {
  step: short,
  name: text(120),
  why: oneOf(...(Object.keys(ODD) as OddWhy[])),
  text: said,
});

/** A step this engine needs besides its list. */
export const STRIP_ADDED = entryKind(
  'strip-added',
  { key: short, section: short, after: short, what: text(120), loose: list(LOOSE, 0, 5) },
  {
    read: (sent) => {
      if (sent.what.trim() === '') throw new Refused('/what', 'Say what is done.');
    },
  },
);

/** Written down now, for the step that puts it back. */
export const STRIP_NOTE = entryKind(
  'strip-note',
  {
    step: short,
    about: oneOf(...(Object.keys(NOTES) as NoteAbout[])),
    /** Step of the assembly it comes up at. */
    for: short,
    text: said,
  },
  {
    read: (sent) => {
      if (sent.text.trim() === '') throw new Refused('/text', 'Nothing is written yet.');
    },
  },
);

/** What becomes of loose parts after they came off. */
export const MOVES = {
  out: 'counted out',
  in: 'back in',
  tray: 'into a tray',
  scrapped: 'scrapped',
  renewed: 'renewed',
  missing: 'was missing on arrival',
  lost: 'lost',
  later: 'fitted later on purpose',
  found: 'found again',
} as const;
export type Move = keyof typeof MOVES;
/** Said with a reason, or nobody could trust it. */
const WITH_REASON: ReadonlySet<Move> = new Set(['missing', 'lost', 'later'] as const);

/** Loose parts moved: one line of the ledger. */
export const MOVED = entryKind(
  'loose-moved',
  {
    item: short,
    name: text(80),
    move: oneOf(...(Object.keys(MOVES) as Move[])),
    count: integer(1, 200),
    near: boolean,
    inside: boolean,
    tray: orNull(integer(1, 99)),
    /** Where it was missing; for one that is lost, how and by whom it was searched for; when one is fitted later. */
    text: said,
  },
  {
    read: (sent) => {
      if (WITH_REASON.has(sent.move) && sent.text.trim() === '')
        throw new Refused(
          '/text',
          sent.move === 'lost'
            ? 'How was it searched for, and by whom? A part nobody found may still be inside.'
            : sent.move === 'later'
              ? 'At which step is it fitted? It comes up there.'
              : 'How is it known that it was missing when the engine came?',
        );
      if (sent.move === 'tray' && sent.tray === null) throw new Refused('/tray', 'Into which tray?');
    },
  },
);

/** Some of a line set apart under a name of their own: the odd bolt of eight. */
export const SPLIT = entryKind(
  'loose-split',
  {
    item: short,
    count: integer(1, 200),
    into: short,
    name: text(80),
  },
  {
    read: (sent) => {
      if (sent.name.trim() === '') throw new Refused('/name', 'What is it called by itself?');
    },
  },
);

/** A way to the crank opened besides those of the list, or closed again. */
export const CRANK_WAY = entryKind(
  'crank-way',
  { way: short, is: oneOf('open', 'closed') },
  {
    read: (sent) => {
      if (sent.way.trim() === '') throw new Refused('/way', 'Which way?');
    },
  },
);

/** What a tray is called, and the shelf it stands on. */
export const TRAY = entryKind('tray', { number: integer(1, 99), name: text(80), place: text(80) });

/** Something about one fastener where it sits. */
export const BOLT_STATES = {
  stuck: 'stuck',
  broken: 'broken off',
  thread: 'thread damaged',
  odd: 'another one than on the plan',
  missing: 'missing on arrival',
  fine: 'as it should be',
} as const;
export type BoltState = keyof typeof BOLT_STATES;

export const BOLT = entryKind('bolt', {
  map: short,
  hole: integer(1, 99),
  is: oneOf(...(Object.keys(BOLT_STATES) as BoltState[])),
  length: orNull(size),
  text: said,
});

/** A plan of this engine's own: positions tapped on a photo, or bolts stuck through a card. */
export const BOLT_CARD = entryKind('bolt-card', {
  key: short,
  name: text(80),
  /** Photo it lies on; empty for none. */
  photo: text(64),
  /** In thousandths of the picture's width and height. */
  holes: list(object({ at: integer(1, 99), x: number(0, 1000), y: number(0, 1000), text: text(80) }), 1, 99),
});

export const STRIP_KINDS = [
  STRIP_PLAN,
  STRIPPED,
  REFITTED,
  STRIP_ANSWER,
  STRIP_ODD,
  STRIP_ADDED,
  STRIP_NOTE,
  MOVED,
  SPLIT,
  CRANK_WAY,
  TRAY,
  BOLT,
  BOLT_CARD,
] as const;

export type Stripped = EntryOf<typeof STRIPPED>;
export type StripAnswer = EntryOf<typeof STRIP_ANSWER>;
export type StripOdd = EntryOf<typeof STRIP_ODD>;
export type StripNote = EntryOf<typeof STRIP_NOTE>;
export type Loose = Stripped['steps'][number]['loose'][number];
