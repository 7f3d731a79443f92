import { entryKind, OffSheet, Refused, type EntryOf } from '../ledger/index.js';
import { boolean, integer, list, object, oneOf, orNull, ref, text } from '../shape/index.js';
import { listsFor, stepIn } from './lists.js';

const short = text(60);
const cylinder = orNull(integer(0, 11));

/** The run begins: by how many, and by which list. */
export const ASSEMBLY_BEGUN = entryKind('assembly-begun', {
  list: oneOf('sheet', 'general'),
  /** One person in the shop: the second look is one after a break. */
  alone: boolean,
});

/** What is seen at a hard stop. What cannot stay like that is refused with its reason. */
export const ASSEMBLY_SEEN = entryKind(
  'assembly-seen',
  {
    step: short,
    cylinder,
    /** Which of its questions. */
    ask: integer(0, 4),
    answer: text(80),
    /** The second look at it. */
    again: boolean,
  },
  {
    read: (sent, { engine }) => {
      const all = listsFor(engine).flatMap((l) => stepIn(l, sent.step)?.asks[sent.ask] ?? []);
      if (all.length === 0) throw new OffSheet('/step', 'This engine’s list asks no such thing.');
      const given = all.flatMap((a) => a.answers.filter((x) => x.text === sent.answer));
      if (given.length === 0) throw new OffSheet('/answer', 'That is none of the answers of this step.');
      // Wrong whichever piston is fitted: what hangs on the one that is, the run itself knows.
      if (given.every((a) => a.why !== '')) throw new Refused('/answer', given[0]!.why);
    },
  },
);
export type AssemblySeen = EntryOf<typeof ASSEMBLY_SEEN>;

/** Steps done with one press. */
export const ASSEMBLED = entryKind(
  'assembled',
  {
    steps: list(object({ step: short, cylinder }), 1, 60),
    /** Answers to the hard stops among them. */
    seen: list(ref('entry'), 0, 60),
  },
  {
    read: (sent, { engine, known }) => {
      const answered = sent.seen.flatMap((id) => {
        const entry = known(id);
        return entry && ASSEMBLY_SEEN.is(entry) ? [`${entry.step}:${entry.cylinder}:${entry.ask}`] : [];
      });
      sent.steps.forEach(({ step, cylinder: c }, i) => {
        const found = listsFor(engine).map((l) => stepIn(l, step));
        if (found.every((s) => s === null))
          throw new OffSheet(`/steps/${i}`, 'This engine’s list has no such step.');
        if (c !== null && c >= engine.cylinders.length)
          throw new Refused(`/steps/${i}/cylinder`, 'This engine has no such cylinder.');
        // Asked by every list it may be of: then nobody has looked.
        const asks = Math.min(...found.flatMap((s) => (s ? [s.asks.length] : [])));
        for (let a = 0; a < asks; a += 1)
          if (!answered.includes(`${step}:${c}:${a}`))
            throw new OffSheet(`/steps/${i}`, `First look: ${found.find((s) => s !== null)!.asks[a]!.ask}`);
      });
    },
  },
);

/** The photo that belongs to a step, or why there is none. */
export const ASSEMBLY_PICTURED = entryKind(
  'assembly-pictured',
  {
    step: short,
    cylinder,
    /** Photo it is on; empty where none could be taken. */
    photo: text(64),
    text: text(200),
  },
  {
    read: (sent, { engine }) => {
      if (sent.photo.trim() === '' && sent.text.trim() === '')
        throw new Refused('/text', 'Say why there is no photo: nobody sees it again once it is closed.');
      if (!listsFor(engine).some((l) => stepIn(l, sent.step)?.photo))
        throw new OffSheet('/step', 'No photo belongs to that step.');
    },
  },
);
export type AssemblyPictured = EntryOf<typeof ASSEMBLY_PICTURED>;

/** A step that is not as the list has it. */
export const ASSEMBLY_ODD = entryKind(
  'assembly-odd',
  { step: short, cylinder, why: oneOf('not-there', 'other-way', 'stays-off'), text: text(500) },
  {
    read: (sent, { engine }) => {
      if (sent.why !== 'not-there' && sent.text.trim() === '')
        throw new Refused('/text', 'Say how it is done instead, or why it stays off.');
      if (listsFor(engine).every((l) => stepIn(l, sent.step) === null))
        throw new OffSheet('/step', 'This engine’s list has no such step.');
    },
  },
);

/** Taken apart again from a step on. */
export const ASSEMBLY_OPENED = entryKind(
  'assembly-opened',
  { step: short, cylinder, text: text(500) },
  {
    read: (sent) => {
      if (sent.text.trim() === '') throw new Refused('/text', 'Why does it come apart again?');
    },
  },
);

export const ASSEMBLY_KINDS = [
  ASSEMBLY_BEGUN,
  ASSEMBLY_SEEN,
  ASSEMBLED,
  ASSEMBLY_PICTURED,
  ASSEMBLY_ODD,
  ASSEMBLY_OPENED,
] as const;
