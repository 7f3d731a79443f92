import { KINDS, kindIn, type Decision, type AnyEntry, type Naming } from '@tribos/core';

/** A log entry of another shop (or of the demo's files) under this shop's ids: its kind says what its ids name. */
export const renamedEntry = (entry: AnyEntry, naming: Naming): AnyEntry =>
  kindIn(KINDS, entry.kind)!.renamed(entry, naming) as AnyEntry;

export const renamedDecision = (d: Decision, id: string, naming: Naming): Decision => ({
  ...d,
  id,
  kitId: d.kitId === null ? null : naming('kit', d.kitId, '/kitId'),
});
