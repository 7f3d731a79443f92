import { statSync } from 'node:fs';
import { join } from 'node:path';
import { backup, backupName, backupsIn, keepNewest } from './backup.mjs';

const LOOK_MS = 15 * 60_000;
const DAY_MS = 24 * 3_600_000;

/**
 * A backup a day while Tribos runs: where the last is older than a day, one is made.
 * @param {{ownerUrl: string, files: string, dir: string, key: string, tell: (sentence: string) => void}} of
 * @returns what stops it
 */
export function backUpDaily({ ownerUrl, files, dir, key, tell }) {
  let running = false;
  const look = async () => {
    if (running) return;
    const last = backupsIn(dir).at(-1);
    if (last && Date.now() - statSync(join(dir, last)).mtimeMs < DAY_MS) return;
    running = true;
    try {
      await backup({ ownerUrl, files, to: join(dir, backupName()), key });
      keepNewest(dir);
    } catch (error) {
      tell(`The daily backup was not made: ${error.message}`);
    } finally {
      running = false;
    }
  };
  const timer = setInterval(() => void look(), LOOK_MS);
  // Not in the way of the first minute.
  const first = setTimeout(() => void look(), 60_000);
  return () => {
    clearInterval(timer);
    clearTimeout(first);
  };
}
