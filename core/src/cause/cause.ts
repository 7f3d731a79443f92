import { entryKind, Refused, type EntryOf } from '../ledger/index.js';
import { fact, jobKind, partStates, type JobFile } from '../job/index.js';
import { list, oneOf, text } from '../shape/index.js';
import { inspectBegun } from '../inspect/index.js';
import { stripPlan } from '../strip/index.js';
import { CAUSE_KEYS, CAUSES, causesOf, meant, type CauseKey } from './causes.js';
import { factsOf, type Fact } from './facts.js';

/** Why the engine came to its end: named with its evidence, or written down as not found. The last one stands. */
export const CAUSE = entryKind(
  'cause',
  {
    is: oneOf(...CAUSE_KEYS, 'not-found'),
    /** What it rests on, in words; for one that was not found, what was looked at. */
    evidence: list(text(300), 0, 30),
    text: text(1_000),
  },
  {
    read: (sent) => {
      if (sent.is === 'not-found' && sent.text.trim().length < 10)
        throw new Refused('/text', 'Not found is an answer where it says what was looked at.');
      if (
        sent.is !== 'not-found' &&
        sent.is !== 'wear' &&
        sent.is !== 'planned' &&
        sent.evidence.length === 0 &&
        sent.text.trim() === ''
      )
        throw new Refused('/evidence', 'What does it rest on? A cause without evidence is a guess.');
    },
  },
);
export type CauseEntry = EntryOf<typeof CAUSE>;

export interface CauseCandidate {
  readonly key: CauseKey;
  readonly name: string;
  readonly then: string;
  readonly for: readonly Fact[];
  readonly against: readonly Fact[];
}

/** Causes something recorded speaks for, those with most for and least against first; wear always among them. */
export const candidates = fact('candidates', (file: JobFile): readonly CauseCandidate[] => {
  const facts = factsOf(file);
  return causesOf(file.engine)
    .map((key): CauseCandidate => {
      const { name, then, for: yes, against: no } = CAUSES[key];
      const by = (patterns: readonly string[]) => facts.filter((f) => patterns.some((p) => meant(p, f.key)));
      return { key, name, then, for: by(yes), against: by(no) };
    })
    .filter((c) => c.for.length > 0 || c.key === 'wear' || (c.key === 'planned' && c.against.length === 0))
    .sort((a, b) => b.for.length - 2 * b.against.length - (a.for.length - 2 * a.against.length));
});

/** What was named; null while nothing is. A finding that came later than it is said, for whoever named it to see. */
export const causeSaid = (file: JobFile): CauseEntry | null => CAUSE.in(file.log).at(-1) ?? null;

/** Facts recorded since the cause was named that it does not mention. */
export function newFacts(file: JobFile): readonly Fact[] {
  const said = causeSaid(file);
  return said === null || said.is === 'wear'
    ? []
    : factsOf(file).filter((f) => !said.evidence.includes(f.text) && speaks(f, said));
}

const speaks = (f: Fact, said: CauseEntry): boolean =>
  said.is !== 'not-found' && CAUSES[said.is].against.some((p) => meant(p, f.key));

/** Whether a cause has to be named before anything goes together. */
export const causeAsked = (file: JobFile): boolean => {
  const { chosen } = stripPlan(file);
  // Off season nothing failed: a cause is asked for where something did all the same.
  const isRefresh = jobKind(file) === 'refresh';
  return (
    (!isRefresh && (chosen?.purpose === 'rebuild' || inspectBegun(file))) ||
    file.job.seized ||
    [...partStates(file).values()].some((s) => s.ended !== null)
  );
};

/** Whether anything says that it failed or wore out: seized, ended parts, or evidence for some cause. */
const hasFailed = (file: JobFile): boolean =>
  file.job.seized ||
  [...partStates(file).values()].some((s) => s.ended !== null) ||
  candidates(file).some((c) => c.for.length > 0);

/** Why assembly may not begin yet; null where it may: what did not fail needs no cause. */
export function mayNotAssemble(file: JobFile): string | null {
  if (!causeAsked(file) || causeSaid(file) || !hasFailed(file)) return null;
  return 'Nobody has said why it failed: what ended it once ends it again. Name the cause at Clean, or write down that it was not found.';
}
