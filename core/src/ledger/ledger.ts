import type { AnyEntry } from './entryKind.js';

/** What a log says of itself. A log is never changed, only followed by a longer one. */
export interface Ledger {
  /** Entries of some kinds, in order, with those that were taken back. */
  readonly all: (kinds: readonly string[]) => readonly AnyEntry[];
  /** Entries of some kinds that stand, in order: without those that were taken back. */
  readonly standing: (kinds: readonly string[]) => readonly AnyEntry[];
  /** An entry by its id. */
  readonly entry: (id: string) => AnyEntry | undefined;
  /** Where in the log an entry stands, from 0; -1 for one that is not in it. */
  readonly at: (id: string) => number;
  /** Whether an entry was taken back. */
  readonly isBack: (entry: AnyEntry) => boolean;
}

/** By which a log that is watched says what it holds, instead of being walked. */
export const LEDGER = Symbol('ledger of a log');

/** The kind by which any other is taken back. */
export const BACK = 'take-back';
/** Id of what an entry of that kind takes back. */
export const backBy = (entry: AnyEntry): string => (entry as AnyEntry & { readonly of: string }).of;

const NONE: readonly AnyEntry[] = [];

/** What indices of logs that follow each other share: it only grows. */
interface Grown {
  /** How long the longest of them is. */
  length: number;
  readonly places: Map<string, { readonly at: number; readonly entry: AnyEntry }>;
  /** Place of the entry that took another back first, by the id of that other. */
  readonly back: Map<string, number>;
}

/** A log by kind. What follows it shares all that did not change. */
export class LogIndex implements Ledger {
  private constructor(
    readonly length: number,
    private readonly kinds: ReadonlyMap<string, readonly AnyEntry[]>,
    private readonly grown: Grown,
    private readonly stands: Map<string, readonly AnyEntry[]>,
    /** Lists of several kinds together, by their kinds. */
    private readonly merges: Map<string, readonly AnyEntry[]>,
  ) {}

  static of(log: readonly AnyEntry[]): LogIndex {
    const grown: Grown = { length: 0, places: new Map(), back: new Map() };
    return new LogIndex(0, new Map(), grown, new Map(), new Map()).followed(log);
  }

  /**
   * Of a log that begins with this one.
   * @param log whole
   */
  followed(log: readonly AnyEntry[]): LogIndex {
    const { grown } = this;
    // Another log went on from here already.
    if (grown.length !== this.length) return LogIndex.of(log);
    const kinds = new Map(this.kinds);
    const stands = new Map(this.stands);
    const more = new Map<string, AnyEntry[]>();
    for (let at = this.length; at < log.length; at += 1) {
      const entry = log[at]!;
      grown.places.set(entry.id, { at, entry });
      const of = more.get(entry.kind) ?? [];
      of.push(entry);
      more.set(entry.kind, of);
    }
    for (const [kind, added] of more) {
      kinds.set(kind, [...(kinds.get(kind) ?? NONE), ...added]);
      stands.delete(kind);
    }
    for (const entry of more.get(BACK) ?? NONE) {
      const id = backBy(entry);
      if (!grown.back.has(id)) grown.back.set(id, grown.places.get(entry.id)!.at);
      stands.delete(grown.places.get(id)?.entry.kind ?? '');
    }
    grown.length = log.length;
    const moved = [
      ...more.keys(),
      ...(more.get(BACK) ?? NONE).map((e) => grown.places.get(backBy(e))?.entry.kind),
    ];
    const merges = new Map(
      [...this.merges].filter(([of]) => {
        const list = of.split(' ');
        return !moved.some((kind) => kind !== undefined && list.includes(kind));
      }),
    );
    return new LogIndex(log.length, kinds, grown, stands, merges);
  }

  readonly all = (kinds: readonly string[]): readonly AnyEntry[] =>
    kinds.length === 1
      ? (this.kinds.get(kinds[0]!) ?? NONE)
      : this.merged(`all ${kinds.join(' ')}`, () => kinds.map((kind) => this.kinds.get(kind) ?? NONE));

  readonly standing = (kinds: readonly string[]): readonly AnyEntry[] =>
    kinds.length === 1
      ? this.standingOf(kinds[0]!)
      : this.merged(kinds.join(' '), () => kinds.map((kind) => this.standingOf(kind)));

  readonly entry = (id: string): AnyEntry | undefined => {
    const found = this.grown.places.get(id);
    return found && found.at < this.length ? found.entry : undefined;
  };

  readonly at = (id: string): number => {
    const at = this.grown.places.get(id)?.at ?? -1;
    return at < this.length ? at : -1;
  };

  readonly isBack = ({ id }: AnyEntry): boolean => (this.grown.back.get(id) ?? this.length) < this.length;

  private merged(name: string, lists: () => readonly (readonly AnyEntry[])[]): readonly AnyEntry[] {
    const known = this.merges.get(name);
    if (known) return known;
    const some = lists().filter((list) => list.length > 0);
    const merged =
      some.length < 2 ? (some[0] ?? NONE) : some.flat().sort((a, b) => this.at(a.id) - this.at(b.id));
    this.merges.set(name, merged);
    return merged;
  }

  private standingOf(kind: string): readonly AnyEntry[] {
    const known = this.stands.get(kind);
    if (known) return known;
    const all = this.kinds.get(kind) ?? NONE;
    const stand = all.some(this.isBack) ? all.filter((e) => !this.isBack(e)) : all;
    this.stands.set(kind, stand);
    return stand;
  }
}

const known = new WeakMap<readonly AnyEntry[], LogIndex>();

/** The index of a log as it lies there, worked once. */
export function indexOf(log: readonly AnyEntry[]): LogIndex {
  const before = known.get(log);
  // A list that was added to since is followed too.
  if (before?.length === log.length) return before;
  const index = before ? before.followed(log) : LogIndex.of(log);
  known.set(log, index);
  return index;
}

/** What a log says of itself. One that is watched hears what is asked. */
export const ledgerOf = (log: readonly AnyEntry[]): Ledger =>
  (log as { readonly [LEDGER]?: Ledger })[LEDGER] ?? indexOf(log);

/** Whether one entry stands before another in a log. */
export const inOrder = (log: readonly AnyEntry[], first: AnyEntry, then: AnyEntry): boolean => {
  const { at } = ledgerOf(log);
  return at(first.id) < at(then.id);
};
