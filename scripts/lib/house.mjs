import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask } from './backup.mjs';
import { startCluster } from './cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './install.mjs';
import { STATE } from './paths.mjs';
import { Trouble } from './say.mjs';

/** Process that runs Tribos from this checkout; null where none does. */
function running() {
  const mark = join(STATE, 'running.json');
  try {
    const { pid } = JSON.parse(readFileSync(mark, 'utf8'));
    process.kill(pid, 0);
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs') ? pid : null;
  } catch {
    return null;
  }
}

/**
 * Does something with the house of this checkout, or of DATABASE_URL: its database started where it was not, and
 * stopped again.
 * @param {(ownerUrl: string, house: {emptied: () => Promise<void>}) => Promise<number | void>} work
 * @param {{alone?: boolean}} [options] alone: refused while Tribos runs
 */
export async function withHouse(work, { alone = false } = {}) {
  checkNode();
  const external = process.env.DATABASE_URL;
  if (!external) ensureDebianPackages(['postgresql']);
  ensureNodePackages();
  if (alone && running() !== null)
    throw new Trouble('Tribos runs from this checkout. Stop it first: nobody may write meanwhile.');
  if (external) return work(external, { emptied: () => emptiedExternal(external) });
  const dir = join(STATE, 'postgresql');
  const ran = existsSync(join(dir, 'data', 'postmaster.pid'));
  const cluster = await startCluster(dir);
  cluster.ensureDatabase('tribos');
  try {
    return await work(cluster.url('tribos'), {
      emptied: async () => {
        cluster.dropDatabase('tribos');
        cluster.ensureDatabase('tribos');
      },
    });
  } finally {
    if (!ran) cluster.stop();
  }
}

/** On another server we make no database: everything in it goes. */
async function emptiedExternal(url) {
  await ask(
    url,
    `DROP SCHEMA IF EXISTS queue CASCADE; DROP SCHEMA public CASCADE; CREATE SCHEMA public; GRANT USAGE ON SCHEMA public TO PUBLIC`,
  );
}
