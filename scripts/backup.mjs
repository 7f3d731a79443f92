#!/usr/bin/env node
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { backup, backupName, keepNewest } from './lib/backup.mjs';
import { withHouse } from './lib/house.mjs';
import { BACKUPS, FILES, SIGNING_KEY } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';
import { ensureSigningKey } from './lib/signingKey.mjs';

const USAGE = `npm run backup [-- --to FILE]

Writes the database and every photo into one file, signs it and reads it back. Works while Tribos runs.
  --to FILE   where; default ${BACKUPS}, of which the newest fourteen are kept`;

await run(async () => {
  const { values } = parseArgs({ options: { to: { type: 'string' }, help: { type: 'boolean' } } });
  if (values.help) return void say(USAGE);
  return withHouse(async (ownerUrl) => {
    const to = values.to ? resolve(values.to) : join(BACKUPS, backupName());
    const made = await backup({ ownerUrl, files: FILES, to, key: ensureSigningKey(SIGNING_KEY) });
    if (!values.to) keepNewest(BACKUPS);
    say(
      `${made.path}\n  ${(made.bytes / 1e6).toFixed(1)} MB, ${made.files} files of photos and sounds; read back and whole.
  It does not hold the key it is signed with, ${SIGNING_KEY}: keep a copy of that somewhere else.`,
    );
  });
});
