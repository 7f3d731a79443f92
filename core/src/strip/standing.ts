import { derived } from '../job/index.js';
import { type AnyEntry } from '../log/index.js';
import { STRIP_KINDS, STRIP_UNDO } from './stripEntries.js';

const KINDS: ReadonlySet<string> = new Set(STRIP_KINDS.map((k) => k.kind));

/** Entries of the strip that stand, in order: those taken back are left out. */
export const stripLog = derived((file): readonly AnyEntry[] => {
  const gone = new Set(STRIP_UNDO.in(file.log).map((u) => u.of));
  return (file.log as readonly AnyEntry[]).filter(
    (e) => KINDS.has(e.kind) && !STRIP_UNDO.is(e) && !gone.has(e.id),
  );
});

/** The last of them, which one press takes back; null where nothing stands. */
export const lastStripped = (log: readonly AnyEntry[]): AnyEntry | null => log.at(-1) ?? null;
