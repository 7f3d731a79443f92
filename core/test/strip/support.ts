import {
  inHouse,
  readEntry,
  type AnyEntry,
  type EngineSpec,
  type EntryKind,
  type Instrument,
  type JobFile,
  type LogEntry,
} from '@tribos/core';
import { jobFile, TWIN } from '../support.js';

/** A log written as screens send it: each entry read by its own kind, as the server would. */
export class Book {
  readonly log: AnyEntry[] = [];

  constructor(
    readonly engine: EngineSpec = TWIN,
    readonly instruments: readonly Instrument[] = [],
  ) {}

  /** @returns the sentence it was refused with; null where it was kept */
  try<E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
    kind: EntryKind<E, B>,
    fields: Omit<B, 'id' | 'at' | 'kind'>,
  ): string | null {
    const n = this.log.length + 1;
    const read = readEntry(
      { ...fields, id: `e${n}`, at: new Date(Date.UTC(2026, 0, 5, 8, n)).toISOString(), kind: kind.kind },
      {
        received: null,
        by: 'Ines',
        importedBy: null,
        engine: this.engine,
        instruments: this.instruments,
        known: (id) => this.log.find((e) => e.id === id),
        found: () => new Set(),
      },
    );
    if (!read.ok) return read.sentence;
    this.log.push(read.entry);
    return null;
  }

  /** Keeps it, and says its id. */
  keep<E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
    kind: EntryKind<E, B>,
    fields: Omit<B, 'id' | 'at' | 'kind'>,
  ): string {
    const refused = this.try(kind, fields);
    if (refused !== null) throw new Error(refused);
    return this.log.at(-1)!.id;
  }

  file(): JobFile {
    return inHouse({
      ...jobFile([]),
      engine: this.engine,
      instruments: this.instruments.length > 0 ? this.instruments : jobFile([]).instruments,
      // A copy: what is known of a log is kept by the list it stands in.
      log: [...this.log] as LogEntry[],
    });
  }
}
