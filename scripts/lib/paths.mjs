import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
/** Everything a checkout makes for itself: database, photos, backups, build marks. */
export const STATE = process.env.TRIBOS_STATE ?? join(ROOT, '.tribos');
/** Photos and sounds, by shop and hash. */
export const FILES = process.env.FILES_DIR ?? join(STATE, 'files');
/** Backups, those that are made by themselves too. */
export const BACKUPS = process.env.BACKUP_DIR ?? join(STATE, 'backups');
/** The key this installation signs its record and its backups with; no backup holds it. */
export const SIGNING_KEY = process.env.TRIBOS_SIGNING_KEY ?? join(STATE, 'signing-key.pem');
/** Customers who were erased, by their ids alone: a backup that is brought back erases them again. */
export const ERASED = process.env.ERASED_LIST ?? join(STATE, 'erased.jsonl');
