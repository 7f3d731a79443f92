import { LEDGER, type AnyEntry, type Ledger } from '../ledger/index.js';
import {
  idSource,
  kindSource,
  LOG,
  type AnyFact,
  type Behind,
  type Key,
  type Known,
  type Source,
  type Whole,
} from './source.js';

/** By which a job that is watched leads back to the fact that reads it. */
const FRAME = Symbol('who reads');

/** The reader behind a job; null for one as it lies there. */
export const frameOf = (job: object): Frame | null => (job as { readonly [FRAME]?: Frame })[FRAME] ?? null;

/** Whether something is a job, or a log, as a fact sees it. */
export const isView = (v: object): boolean => frameOf(v) !== null;

/** What one working of a fact reads. What it reads later, in a sentence it left behind, it reads too. */
export class Frame {
  readonly sources = new Set<Source>();
  readonly facts = new Map<Known, unknown>();
  /** It read one fact as it was at two times: it has to be worked anew. */
  torn = false;
  readonly view: Whole;
  private watched: readonly AnyEntry[] | null = null;

  /** @param outer reads what this one reads: it was handed its view */
  constructor(
    readonly store: Behind,
    private readonly outer: Frame | null = null,
  ) {
    this.view = new Proxy(store.job, {
      get: (_, name) => {
        if (name === FRAME) return this;
        if (name === LOG) return (this.watched ??= this.watch());
        this.reads(name);
        return store.part(name);
      },
    });
  }

  fact(of: AnyFact, key: Key): unknown {
    const memo = this.store.memo(of, key);
    this.hangsOn(memo, memo.value);
    return memo.value;
  }

  private hangsOn(memo: Known, value: unknown): void {
    if (!this.facts.has(memo)) this.facts.set(memo, value);
    else if (this.facts.get(memo) !== value) this.torn = true;
    this.outer?.hangsOn(memo, value);
  }

  private reads(source: Source): void {
    this.sources.add(source);
    this.outer?.reads(source);
  }

  /** Hangs on everything that another one read, without reading it again. */
  takesIn(other: Frame): void {
    for (const source of other.sources) this.reads(source);
    for (const [memo, value] of other.facts) this.hangsOn(memo, value);
  }

  private readonly ledger: Ledger = {
    all: (kinds) => {
      for (const kind of kinds) this.reads(kindSource(kind));
      return this.store.index.all(kinds);
    },
    standing: (kinds) => {
      for (const kind of kinds) this.reads(kindSource(kind));
      return this.store.index.standing(kinds);
    },
    entry: (id) => {
      const found = this.store.index.entry(id);
      this.reads(found ? kindSource(found.kind) : idSource(id));
      return found;
    },
    // Where an entry stands moves only with the entry itself.
    at: (id) => {
      const at = this.store.index.at(id);
      if (at < 0) this.reads(idSource(id));
      return at;
    },
    isBack: (entry) => (this.reads(kindSource(entry.kind)), this.store.index.isBack(entry)),
  };

  /** The log: asked by kind it is read by kind, walked it is read whole. */
  private watch(): readonly AnyEntry[] {
    return new Proxy(this.store.job.log, {
      get: (_, name) => {
        if (name === FRAME) return this;
        if (name === LEDGER) return this.ledger;
        this.reads(LOG);
        const { log } = this.store.job;
        const value: unknown = Reflect.get(log, name);
        return typeof value === 'function' ? (value.bind(log) as unknown) : value;
      },
      ownKeys: () => (this.reads(LOG), Reflect.ownKeys(this.store.job.log)),
      has: (_, name) => (this.reads(LOG), Reflect.has(this.store.job.log, name)),
    });
  }
}
