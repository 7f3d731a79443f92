import { useState } from 'react';
import type { AnyEntry, EntryKind, JobFile, LengthUnit, Shape } from '@tribos/core/ground';
import { OutOfRange } from '@tribos/core/ground';
import { bodyMisfits, type SentEntry } from '@tribos/core/house';
import {
  blank,
  draftOf,
  valueOf,
  type Asks,
  type AsksOf,
  type Draft,
  type DraftRecord,
  type DraftTroubles,
} from '../forms/index.js';
import { logEntryOf, newEntry, useJobContext, useSend } from '../job/index.js';

/** What every entry has as it is sent. */
export interface Sent {
  readonly id: string;
  readonly at: string;
  readonly kind?: string;
}
type Said<B> = Omit<B, 'id' | 'at' | 'kind'>;

/** An entry that is wanted: of which kind, what is known of it, what is asked, and what becomes of it. */
export interface EntryWish<E extends AnyEntry, B extends Sent> {
  readonly kind: EntryKind<E, B>;
  /** What is known already: its place, its thing. What is neither asked nor known is left out. */
  readonly at?: Partial<Said<NoInfer<B>>>;
  /** Its fields with their words, in their order; from what is said so far where that matters. */
  readonly asks: AsksOf<NoInfer<B>> | ((is: DraftRecord) => AsksOf<NoInfer<B>>);
  /** What stands there at first. */
  readonly start?: Partial<Said<NoInfer<B>>>;
  /** What an answer changes of the others. */
  readonly turns?: (
    is: DraftRecord,
    field: string,
    draftOf: (field: string, value: unknown) => Draft,
  ) => DraftRecord;
  /** What follows from what was said. */
  readonly also?: (said: Said<NoInfer<B>>) => Partial<Said<NoInfer<B>>>;
  /** What is said where a text may not be empty. */
  readonly needs?: Readonly<Record<string, string>>;
  /** The unit lengths are typed in, where it is not the reader’s. */
  readonly in?: LengthUnit;
  /** More than the one entry, or another. */
  readonly entries?: (said: Said<NoInfer<B>>) => readonly SentEntry[];
  /** Who sends it instead, and says why it was not taken. */
  readonly via?: { readonly trouble: string | null; readonly send: (...entries: SentEntry[]) => boolean };
  readonly onKept: () => void;
}

/** What is typed into a form of one entry, what is wrong with it, and the way to keep it. */
export interface EntryDraft<B extends Sent> {
  /** The unit lengths are typed in. */
  readonly unit: LengthUnit;
  readonly asks: Asks;
  readonly is: DraftRecord;
  /** The text of a field. */
  readonly text: (field: keyof B & string) => string;
  readonly shapeOf: (field: string) => Shape;
  readonly troubles: DraftTroubles;
  /** What is wrong where no field of the form is. */
  readonly trouble: string | null;
  readonly say: (field: string, sentence: string) => void;
  readonly set: (field: string, to: Draft) => void;
  /** @param more what is said by the button itself */
  readonly keep: (more?: Partial<B>) => void;
}

/** Reads the asked fields one by one: what is wrong, by place, or what was said. */
function readAll(asks: Asks, shapeOf: (f: string) => Shape, is: DraftRecord, unit: LengthUnit) {
  const troubles: DraftTroubles = {};
  const said: Record<string, unknown> = {};
  for (const name of Object.keys(asks)) {
    const read = valueOf(shapeOf(name), is[name]!, unit);
    if (read.ok) said[name] = read.value;
    else for (const [path, sentence] of Object.entries(read.troubles)) troubles[`/${name}${path}`] = sentence;
  }
  return { troubles, said };
}

/** Why its reader would not take it, with the place; null where it would. */
function refusal(file: JobFile, entry: SentEntry) {
  const misfit = bodyMisfits(entry)[0];
  if (misfit) return misfit;
  const read = logEntryOf(file, entry, '');
  return read.ok ? null : read;
}

export function useEntryDraft<E extends AnyEntry, B extends Sent>({
  kind,
  at = {},
  asks: wished,
  start = {},
  turns = (is) => is,
  also = () => ({}),
  needs = {},
  in: typedIn,
  entries,
  via,
  onKept,
}: EntryWish<E, B>): EntryDraft<B> {
  const { file, unit: readers } = useJobContext();
  const unit = typedIn ?? readers;
  const fields = fieldsOf(kind as EntryKind);
  const shapeOf = (name: string): Shape => fields[name] ?? raise(kind.kind, name);
  const draftFor = (shape: Shape, value: unknown): Draft =>
    value === undefined ? blank(shape) : draftOf(shape, value, unit);
  const [is, setIs] = useState<DraftRecord>(() =>
    Object.fromEntries(
      Object.entries(fields).map(([k, shape]) => {
        const first = (start as Readonly<Record<string, unknown>>)[k];
        return [k, draftFor(shape, first)];
      }),
    ),
  );
  const [troubles, setTroubles] = useState<DraftTroubles>({});
  const own = useSend(file);
  const { trouble, send } = via ?? own;
  const [elsewhere, setElsewhere] = useState<string | null>(null);
  const asks = (typeof wished === 'function' ? wished(is) : wished) as Asks;

  const keep = (more: Partial<B> = {}): void => {
    const read = readAll(asks, shapeOf, is, unit);
    for (const [field, sentence] of Object.entries(needs))
      if (String(is[field] ?? '').trim() === '') read.troubles[`/${field}`] = sentence;
    setTroubles(read.troubles);
    setElsewhere(null);
    if (Object.keys(read.troubles).length > 0) return;
    const silent = Object.entries(fields).flatMap(([k, s]) => (s.made.as === 'or-none' ? [[k, null]] : []));
    const typed = { ...Object.fromEntries(silent), ...at, ...read.said, ...more } as unknown as Said<B>;
    const said = { ...typed, ...also(typed) };
    const sent = entries?.(said) ?? [newEntry(kind, said)];
    if (sent.length === 0) return setElsewhere('Nothing is chosen: nothing was written down.');
    const refused = entries ? null : refusal(file, sent[0]!);
    if (refused) {
      const place = placeOf(refused.path, asks);
      if (place) return setTroubles({ [place]: refused.sentence });
      return setElsewhere(refused.sentence);
    }
    if (send(...sent)) onKept();
  };

  return {
    unit,
    asks,
    is,
    text: (field) => String(is[field] ?? ''),
    shapeOf,
    troubles,
    trouble: elsewhere ?? trouble,
    say: (field, sentence) => setTroubles({ [`/${field}`]: sentence }),
    set: (field, to) =>
      setIs((before) => turns({ ...before, [field]: to }, field, (f, v) => draftFor(shapeOf(f), v))),
    keep,
  };
}

/** The field a place in the entry belongs to: the place itself, or the record it stands in. */
function placeOf(path: string, asks: Asks): string | null {
  const [, name = '', ...rest] = path.split('/');
  if (!Object.hasOwn(asks, name)) return null;
  return rest.length > 0 && asks[name]!.of ? path : `/${name}`;
}

function fieldsOf(kind: EntryKind): Readonly<Record<string, Shape>> {
  const { made } = kind.body;
  return made.as === 'record' ? { ...made.fields, ...made.optional } : {};
}

function raise(kind: string, field: string): never {
  throw new OutOfRange(`field of the ${kind} entry`, field, 'a field it has');
}
