#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ask, backup, backupName, restore } from './lib/backup.mjs';
import { buildChanged } from './lib/build.mjs';
import { withHouse } from './lib/house.mjs';
import { BACKUPS, FILES } from './lib/paths.mjs';
import { run, say, Trouble } from './lib/say.mjs';
import { prepareDatabase, prepareRoles, proveRecord } from './lib/serve.mjs';

const USAGE = `npm run restore -- FILE [--replace]

Brings a backup into an empty house and proves by its chains that nothing is other than it was kept.
  --replace   a house that is not empty is backed up first and then replaced`;

await run(async () => {
  const { values, positionals } = parseArgs({
    options: { replace: { type: 'boolean' }, help: { type: 'boolean' } },
    allowPositionals: true,
  });
  const [file] = positionals;
  if (values.help || !file) return void say(USAGE);
  const from = resolve(file);
  if (!existsSync(from)) throw new Trouble(`There is no ${from}.`);
  buildChanged();
  return withHouse(
    async (ownerUrl, house) => {
      const shops = (await ask(ownerUrl, `SELECT to_regclass('public.shops') IS NOT NULL`)) === 't';
      const taken = shops && (await ask(ownerUrl, 'SELECT count(*) FROM shops')) !== '0';
      if (taken && !values.replace)
        throw new Trouble(
          'This house is not empty. Say --replace to back it up and put the backup in its place. Nothing was changed.',
        );
      if (taken) {
        const kept = await backup({ ownerUrl, files: FILES, to: join(BACKUPS, `before-${backupName()}`) });
        say(`What was here is kept in ${kept.path}`);
      }
      await house.emptied();
      prepareRoles(ownerUrl);
      const manifest = await restore({ ownerUrl, files: FILES, from });
      prepareDatabase(ownerUrl);
      const proof = proveRecord(ownerUrl);
      for (const { name, troubles } of proof.shops)
        say(`${name}: ${troubles.length === 0 ? 'every chain is whole' : troubles.join(' ')}`);
      say(`Back as of ${manifest.at}, ${manifest.files.length} photos and sounds. npm start opens it.`);
      return proof.shops.some((s) => s.troubles.length > 0) ? 1 : 0;
    },
    { alone: true },
  );
});
