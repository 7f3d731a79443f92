import { OutOfRange } from '../errors.js';
import type { Instrument } from '../gauges/index.js';
import {
  id,
  object,
  oneOf,
  orNull,
  type Fields,
  type Misfit,
  type Naming,
  type Of,
  type OfFields,
  type Shape,
} from '../shape/index.js';
import type { EngineSpec, Signed } from '../specs/index.js';
import { name, time } from './fields.js';
import type { PlaceKind } from './placeKind.js';
import { ledgerOf } from './ledger.js';

/** What every entry of a log has. Each kind adds its own. */
export interface AnyEntry extends Signed {
  /** UUIDv7 made where it was typed. */
  readonly id: string;
  /** ISO time it was typed. */
  readonly at: string;
  /** ISO time it reached the shop’s server; null until it has, and where nobody kept it. */
  readonly received: string | null;
  readonly kind: string;
}

/** Slips that the house itself found on a reading. */
export type FoundOn = (readingId: string) => ReadonlySet<string>;

/** What stands around an entry while it is read. */
export interface EntryContext extends Signed {
  readonly received: string | null;
  readonly engine: EngineSpec;
  readonly instruments: readonly Instrument[];
  /** An entry that stands before this one, by id. */
  readonly known: (id: string) => AnyEntry | undefined;
  /** Slips the house found on a reading before this one. */
  readonly found: FoundOn;
  /** It was taken once: what the engine’s sheet said then may be other than what it says now. */
  readonly past?: true;
}

/** Thrown by a kind's own reading of what was sent, so that each check is one line. */
export class Refused extends Error {
  constructor(
    readonly path: string,
    readonly sentence: string,
  ) {
    super(sentence);
  }
}

/** The same, with what the house says of its kinds. */
export interface ReadContext extends EntryContext {
  /** Why an entry is never taken back; null where it may be. */
  readonly stays: (entry: AnyEntry) => string | null;
}

/**
 * Refused because the engine’s sheet has nothing like it, or has it otherwise. A sheet is corrected while jobs stand on it: an
 * entry that was taken once stays what it was, in every file, and proves nothing that the sheet of now does not say. Only
 * for kinds whose reader adds nothing.
 */
export class OffSheet extends Refused {}

type Entry<K extends string, F extends Fields> = {
  readonly id: string;
  readonly at: string;
  readonly received: string | null;
  readonly by: string;
  readonly importedBy: string | null;
  readonly kind: K;
} & OfFields<F>;

/** What only its reader knows of an entry. */
type Around = 'received' | 'by' | 'importedBy';
const AROUND: readonly string[] = ['received', 'by', 'importedBy'] satisfies Around[];

/** What every entry has, in the order it is published: no kind may have a field of such a name. */
const COMMON: readonly string[] = ['id', 'at', 'received', 'by', 'importedBy', 'kind'];

type Body<K extends string, F extends Fields, A extends keyof F, O extends keyof F> = Omit<
  Entry<K, F>,
  Around | A | O
> & { readonly [P in O]?: Of<F[P]> | undefined };

/**
 * One kind of entry, in one record: its type, its check, its part of the published schema, what its ids name,
 * and how what a screen sends becomes what the log holds.
 */
export interface EntryKind<E extends AnyEntry = AnyEntry, B = unknown> {
  readonly kind: string;
  /** As the log holds it. */
  readonly shape: Shape<E>;
  /** As a screen sends it: without what only its reader adds. */
  readonly body: Shape<B>;
  readonly is: (entry: AnyEntry) => entry is E;
  /** Those of a log that stand, in order: without what was taken back. */
  readonly in: (log: readonly AnyEntry[]) => readonly E[];
  /** All of a log, with what was taken back. */
  readonly all: (log: readonly AnyEntry[]) => readonly E[];
  /** Those that stand and came after a place of the log; all of them after -1. */
  readonly since: (log: readonly AnyEntry[], at: number) => readonly E[];
  /** Why it is never taken back; null where it may be. */
  readonly stays: string | null;
  /** The entry as a screen would have sent it. */
  sent(entry: E): B;
  /** @throws Refused with the place and the sentence */
  read(body: B, context: ReadContext): E;
  renamed(entry: E, naming: Naming): E;
  /** Where it is written at places of gauges: the same kind for the places of a whole house. */
  readonly over?: (places: readonly PlaceKind[]) => EntryKind;
}

/**
 * Describes a kind of entry.
 * @param fields besides id, time, person and kind, in the order they are published
 * @param how.added    fields that the reader of an entry adds: what a text says
 * @param how.optional fields a screen may leave out, null then
 * @param how.stays    why one of them is never taken back
 * @param how.read     what cannot be said by a shape, and what is added; what was sent, with nulls, is passed on
 */
export function entryKind<
  const K extends string,
  F extends Fields,
  A extends keyof F & string = never,
  O extends keyof F & string = never,
>(
  kind: K,
  fields: F,
  how: {
    readonly added?: readonly A[];
    readonly optional?: readonly O[];
    readonly stays?: string;
    readonly read?: (
      sent: Omit<Entry<K, F>, A>,
      context: ReadContext,
    ) => [A] extends [never] ? void : OfFields<Pick<F, A>>;
  } = {},
): EntryKind<Entry<K, F>, Body<K, F, A, O>> {
  const own = COMMON.find((k) => k in fields);
  if (own) throw new OutOfRange(`field of the ${kind} entry`, own, 'a name that no entry has already');
  const added: readonly string[] = how.added ?? [];
  const optional: readonly string[] = how.optional ?? [];
  const pick = (keep: (k: string) => boolean): Fields =>
    Object.fromEntries(Object.entries(fields).filter(([k]) => keep(k)));
  const shape = object({
    id,
    at: time,
    received: orNull(time),
    by: name,
    importedBy: orNull(name),
    kind: oneOf(kind),
    ...fields,
  }) as Shape<Entry<K, F>>;
  const body = object(
    { id, at: time, kind: oneOf(kind), ...pick((k) => !added.includes(k) && !optional.includes(k)) },
    pick((k) => optional.includes(k)),
  ) as unknown as Shape<Body<K, F, A, O>>;
  const is = (entry: AnyEntry): entry is Entry<K, F> => entry.kind === kind;
  return {
    kind,
    shape,
    body,
    is,
    in: (log) => ledgerOf(log).standing([kind]) as readonly Entry<K, F>[],
    all: (log) => ledgerOf(log).all([kind]) as readonly Entry<K, F>[],
    since: (log, at) => {
      const ledger = ledgerOf(log);
      const stand = ledger.standing([kind]) as readonly Entry<K, F>[];
      return at < 0 ? stand : stand.filter((e) => ledger.at(e.id) > at);
    },
    stays: how.stays ?? null,
    sent: (entry) =>
      Object.fromEntries(
        Object.entries(entry).filter(([k]) => !AROUND.includes(k) && !added.includes(k)),
      ) as unknown as Body<K, F, A, O>,
    read: (sent, context) => {
      const given = sent as Readonly<Record<string, unknown>>;
      const whole = {
        ...given,
        ...Object.fromEntries(optional.map((k) => [k, given[k] ?? null])),
        received: context.received,
        by: context.by,
        importedBy: context.importedBy,
      } as unknown as Omit<Entry<K, F>, A>;
      const more = readSparing(() => how.read?.(whole, context), context);
      const entry = { ...whole, ...more } as unknown as Readonly<Record<string, unknown>>;
      // In the order it is described, whatever order it was sent in.
      return Object.fromEntries(
        [...COMMON, ...Object.keys(fields)].map((k) => [k, entry[k]]),
      ) as unknown as Entry<K, F>;
    },
    renamed: (entry, naming) =>
      ({
        ...(shape.renamed(entry, naming, '') as Entry<K, F>),
        id: naming('entry', entry.id, '/id'),
      }) as Entry<K, F>,
  };
}

/** What a reader adds; nothing where it was taken once and the sheet has it otherwise now. */
function readSparing<T>(read: () => T, { past }: Pick<EntryContext, 'past'>): T | undefined {
  try {
    return read();
  } catch (error) {
    if (past && error instanceof OffSheet) return undefined;
    throw error;
  }
}

/** The entry a kind's record describes. */
export type EntryOf<T> = T extends EntryKind<infer E, infer _B> ? E : never;
/** What a screen sends of it. */
export type BodyOf<T> = T extends EntryKind<infer _E, infer B> ? B : never;

export type EntryReading<E extends AnyEntry = AnyEntry> =
  | { readonly ok: true; readonly entry: E }
  | { readonly ok: false; readonly path: string; readonly sentence: string };

/** Entries of some kinds that stand, in order. */
export const standingIn = (
  log: readonly AnyEntry[],
  kinds: readonly Pick<EntryKind, 'kind'>[],
): readonly AnyEntry[] => ledgerOf(log).standing(kinds.map((k) => k.kind));

/** Looks a kind up in a list of them. */
export const kindIn = (kinds: readonly EntryKind[], kind: unknown): EntryKind | undefined =>
  kinds.find((k) => k.kind === kind);

/**
 * What is wrong with the shape of something a screen sent.
 * @param kinds every kind the house knows
 */
export function bodyMisfitsIn(kinds: readonly EntryKind[], body: unknown): Misfit[] {
  const kind = typeof body === 'object' && body !== null ? (body as { kind?: unknown }).kind : undefined;
  const found = kindIn(kinds, kind);
  return found
    ? found.body.check(body, '')
    : [{ path: '/kind', sentence: `should be one of ${kinds.map((k) => k.kind).join(', ')}` }];
}

/** Reads what a screen sent as the log will hold it, by its kind's own record. */
export function readBy(
  kinds: readonly EntryKind[],
  body: { readonly kind: string },
  context: EntryContext,
): EntryReading {
  const kind = kindIn(kinds, body.kind);
  if (!kind) return { ok: false, path: '/kind', sentence: 'There is no such kind of entry.' };
  try {
    const stays = (entry: AnyEntry) => kindIn(kinds, entry.kind)?.stays ?? null;
    return { ok: true, entry: kind.read(body, { ...context, stays }) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, path: error.path, sentence: error.sentence };
    throw error;
  }
}
