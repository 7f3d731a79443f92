import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { BackupView } from '@tribos/contract';

const NAME = /^tribos-\d{4}-\d{2}-\d{2}T\d{4}\.tar$/u;

/** The newest backup where backups lie; null where there is none, or nobody said where they lie. */
export async function lastBackup(dir = process.env['BACKUP_DIR']): Promise<BackupView['last']> {
  if (!dir) return null;
  const names = (await readdir(dir).catch(() => [])).filter((f) => NAME.test(f)).sort();
  const last = names.at(-1);
  if (!last) return null;
  const { mtime, size } = await stat(join(dir, last));
  return { at: mtime.toISOString(), bytes: size };
}
