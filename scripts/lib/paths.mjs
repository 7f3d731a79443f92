import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
/** Everything a checkout makes for itself: database, build marks. Safe to delete when nothing runs. */
export const STATE = process.env.TRIBOS_STATE ?? join(ROOT, '.tribos');
