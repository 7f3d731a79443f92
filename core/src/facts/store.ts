import { backBy, BACK, LogIndex, type AnyEntry } from '../ledger/index.js';
import { keptFrom } from './keptFrom.js';
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
import { Frame } from './view.js';

/** What a fact came to, and what it read for it. */
interface Memo extends Known {
  frame: Frame | null;
  value: unknown;
  /** Version of the job for which it is known to stand. */
  at: number;
}

type Parts = Readonly<Record<Source, unknown>>;

/** Facts of one job in hand. The job changes under it; what did not move is not worked again. */
export class Store implements Behind {
  private version = 1;
  private readonly stamps = new Map<Source, number>();
  private readonly memos = new Map<AnyFact, Map<Key, Memo>>();
  private ledger: LogIndex | null = null;
  /** How often any fact was worked. */
  worked = 0;

  constructor(private file: Whole) {}

  /** The job as it lies there now. */
  get job(): Whole {
    return this.file;
  }

  get index(): LogIndex {
    return (this.ledger ??= LogIndex.of(this.file.log));
  }

  part(name: Source): unknown {
    return (this.file as unknown as Parts)[name];
  }

  valueOf(fact: AnyFact, key: Key): unknown {
    return this.memo(fact, key).value;
  }

  /** The memo of a fact, brought to the version of now. */
  memo(fact: AnyFact, key: Key): Memo {
    let keys = this.memos.get(fact);
    if (!keys) this.memos.set(fact, (keys = new Map()));
    const name = typeof key === 'object' && key !== null ? key.join('\n') : key;
    let memo = keys.get(name);
    if (!memo) keys.set(name, (memo = { fact, key, frame: null, value: undefined, at: 0 }));
    if (memo.at === this.version) return memo;
    if (!memo.frame || !this.stands(memo.at, memo.frame)) this.work(memo);
    memo.at = this.version;
    return memo;
  }

  /** The job to be looked at from outside, and whether what was looked at stands. */
  watched(outer: Frame | null): { readonly frame: Frame; readonly stands: () => boolean } {
    const frame = new Frame(this, outer);
    let at = this.version;
    const stands = () => {
      if (at === this.version) return true;
      if (!this.stands(at, frame)) return false;
      at = this.version;
      return true;
    };
    return { frame, stands };
  }

  private work(memo: Memo): void {
    const frame = new Frame(this);
    const value = memo.fact.work(frame.view, memo.key);
    this.worked += 1;
    memo.value = memo.frame ? keptFrom(memo.value, value) : value;
    memo.frame = frame;
  }

  /** Whether what was read at a version says the same now. */
  private stands(since: number, { sources, facts, torn }: Frame): boolean {
    if (torn) return false;
    for (const source of sources) if ((this.stamps.get(source) ?? 0) > since) return false;
    for (const [of, value] of facts) if (this.memo(of.fact, of.key).value !== value) return false;
    return true;
  }

  /**
   * Goes on with the job as it is now.
   * @param same whether an entry says what another says, for every fact
   */
  follow(next: Whole, same: (a: AnyEntry, b: AnyEntry) => boolean): void {
    const before = this.file as unknown as Parts;
    const after = next as unknown as Parts;
    const touched = new Set<Source>();
    const file: Record<Source, unknown> = {};
    for (const name of new Set([...Reflect.ownKeys(before), ...Reflect.ownKeys(after)])) {
      if (!(name in after)) {
        touched.add(name);
        continue;
      }
      file[name] = name === LOG ? after[name] : keptFrom(before[name], after[name]);
      if (name !== LOG && file[name] !== before[name]) touched.add(name);
    }
    file[LOG] = this.log(next.log, same, touched);
    if (touched.size === 0) return;
    this.version += 1;
    for (const source of touched) this.stamps.set(source, this.version);
    this.file = file as unknown as Whole;
  }

  /** The log as it is now, of entries that are known where they say the same; what it touches. */
  private log(
    next: readonly AnyEntry[],
    same: (a: AnyEntry, b: AnyEntry) => boolean,
    touched: Set<Source>,
  ): readonly AnyEntry[] {
    const before = this.file.log;
    if (next === before) return before;
    let from = 0;
    while (
      from < before.length &&
      from < next.length &&
      (before[from] === next[from] || same(before[from]!, next[from]!))
    )
      from += 1;
    if (from === before.length && from === next.length) return before;
    const log = [...before.slice(0, from), ...next.slice(from)];
    const index = this.index;
    this.ledger = from === before.length ? index.followed(log) : LogIndex.of(log);
    touched.add(LOG);
    for (const entry of [...before.slice(from), ...log.slice(from)]) {
      touched.add(kindSource(entry.kind));
      touched.add(idSource(entry.id));
      if (entry.kind !== BACK) continue;
      const of = this.ledger.entry(backBy(entry)) ?? index.entry(backBy(entry));
      if (of) touched.add(kindSource(of.kind));
    }
    return log;
  }
}

const stores = new WeakMap<Whole, Store>();

/** The store of a job as it lies there. */
export function storeOf(job: Whole): Store {
  const known = stores.get(job);
  if (known) return known;
  const store = new Store(job);
  stores.set(job, store);
  return store;
}

/**
 * Hands what is known of a job over to what it became: whoever asks of the new one has worked again only what moved. Asked
 * once more, the old one begins anew.
 */
export function follows(
  next: Whole,
  before: Whole | null,
  same: (a: AnyEntry, b: AnyEntry) => boolean = (a, b) => a === b,
): void {
  const store = before && stores.get(before);
  if (!store || stores.has(next)) return;
  store.follow(next, same);
  stores.delete(before);
  stores.set(next, store);
}
