import type { AnyEntry, Ledger } from '../ledger/index.js';

/** What facts are worked of: parts by name, one of them a log. */
export interface Whole {
  readonly log: readonly AnyEntry[];
}

type Word = string | number | boolean | null;
/** What tells one asking of a fact from another: nothing, a word, a number, or several of them. */
export type Key = Word | void | readonly Word[];

export interface AnyFact {
  readonly name: string;
  readonly work: (job: Whole, key: Key) => unknown;
}

/** What a fact came to. */
export interface Known {
  readonly fact: AnyFact;
  readonly key: Key;
  readonly value: unknown;
}

/** What a change may touch, by name: a part of the job, entries of a kind, the log as a whole. */
export type Source = string | symbol;
export const LOG = 'log';
export const kindSource = (kind: string): Source => `log/${kind}`;
/** An entry that is not in the log, and may come. */
export const idSource = (id: string): Source => `entry/${id}`;

/** The job behind what a fact sees, as it is now. */
export interface Behind {
  readonly job: Whole;
  readonly index: Ledger;
  readonly part: (name: Source) => unknown;
  readonly memo: (fact: AnyFact, key: Key) => Known;
}
