import { standingIn, type AnyEntry } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';
import { STRIP_KINDS } from './stripEntries.js';

/** Entries of the strip that stand, in order: those taken back are left out. */
export const stripLog = (file: JobFile): readonly AnyEntry[] => standingIn(file.log, STRIP_KINDS);

/** The last of them, which one press takes back; null where nothing stands. */
export const lastStripped = (log: readonly AnyEntry[]): AnyEntry | null => log.at(-1) ?? null;
