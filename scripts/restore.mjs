#!/usr/bin/env node
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { ask, bringBack, filesNamed, opened, putFiles } from './lib/backup.mjs';
import { buildChanged } from './lib/build.mjs';
import { besideName, dropMade, makeBeside, refuseWhileUsed, swap, urlOf, withHouse } from './lib/house.mjs';
import { ERASED, FILES, SIGNING_KEY } from './lib/paths.mjs';
import { run, say, Trouble } from './lib/say.mjs';
import { lookAt, prepareDatabase, prepareRoles, proveRecord } from './lib/serve.mjs';
import { ensureSigningKey } from './lib/signingKey.mjs';

const USAGE = `npm run restore -- FILE [--replace] [--trust KEY] [--broken]
npm run restore -- --back NAME

Reads a backup, brings it into a database beside the house, proves by its chains that nothing is other than it was
kept, and only then puts it in the place of the house.
  --replace    a house that is not empty: it stays beside, and its name is said
  --trust KEY  a backup of another installation: a backup is a program, and runs as the owner of the database
  --broken     one whose chains do not hold, all the same
  --back NAME  puts a database that stayed beside back in its place`;

/** Whoever signed it decides what the database does. */
function refuseStranger(from, by, trusted) {
  if (by?.own) return;
  const name = by?.name ?? 'unsigned';
  if (trusted === name) return;
  throw new Trouble(
    by
      ? `${from} was signed by another installation, with the key ${name}.\nWhere this is your own house on a new machine, put its ${SIGNING_KEY} back first. If you trust where the file comes from, say --trust ${name}. Nothing was changed.`
      : `${from} is not signed: nobody says who made it. A backup runs programs in the database.\nIf you trust where it comes from, say --trust unsigned. Nothing was changed.`,
  );
}

/** Everybody who was erased: by the list beside the database, and by the house that is replaced. */
async function erasedBefore(ownerUrl, isHouse) {
  const listed = existsSync(ERASED) ? readFileSync(ERASED, 'utf8').split('\n') : [];
  const there = isHouse && (await ask(ownerUrl, `SELECT to_regclass('public.erasures') IS NOT NULL`)) === 't';
  const kept = there
    ? (
        await ask(
          ownerUrl,
          `SELECT json_build_object('shop', shop_id, 'customer', customer_id) FROM erasures`,
        )
      ).split('\n')
    : [];
  return [...listed, ...kept].filter((line) => line.trim() !== '');
}

async function beside(ownerUrl, backup, { broken, isHouse }) {
  const made = await makeBeside(ownerUrl, besideName(ownerUrl, 'new'));
  try {
    prepareRoles(made);
    await bringBack(made, backup);
    prepareDatabase(made);
    const gone = await erasedBefore(ownerUrl, isHouse);
    const aside = mkdtempSync(join(tmpdir(), 'tribos-erased-'));
    writeFileSync(join(aside, 'list'), gone.join('\n'));
    const { shops, erased } = proveRecord(made, join(aside, 'list'));
    rmSync(aside, { recursive: true });
    for (const { name, troubles } of shops)
      say(`${name}: ${troubles.length === 0 ? 'every chain is whole' : troubles.join(' ')}`);
    if (!broken && shops.some((s) => s.troubles.length > 0))
      throw new Trouble('Its chains do not hold: somebody changed it around them. Nothing was changed here.');
    await putFiles(backup, await filesNamed(made), FILES);
    return { made, erased };
  } catch (error) {
    await dropMade(made);
    throw error;
  }
}

/** Swaps, and says where what was there is now; what held nothing at all is not kept. */
async function put(ownerUrl, comes, holdsSomething) {
  const old = besideName(ownerUrl, 'before');
  await swap(ownerUrl, comes, old);
  if (!holdsSomething) return void (await dropMade(urlOf(ownerUrl, old)));
  say(`What was here stays in the database ${old}: npm run restore -- --back ${old} puts it back.`);
}

const databaseOf = (url) => decodeURIComponent(new URL(url).pathname.slice(1));

async function lookOrRefuse(url) {
  const lies = lookAt(url);
  if (lies.state === 'foreign') throw new Trouble(lies.sentence);
  return lies;
}

async function back(ownerUrl, name) {
  const lies = await lookOrRefuse(ownerUrl);
  const other = urlOf(ownerUrl, name);
  if ((await lookOrRefuse(other)).state !== 'house')
    throw new Trouble(`The database ${name} holds no house. Nothing was changed.`);
  await refuseWhileUsed(ownerUrl);
  await refuseWhileUsed(other);
  await put(ownerUrl, name, lies.shops > 0);
}

await run(async () => {
  const { values, positionals } = parseArgs({
    options: {
      replace: { type: 'boolean' },
      trust: { type: 'string' },
      broken: { type: 'boolean' },
      back: { type: 'string' },
      help: { type: 'boolean' },
    },
    allowPositionals: true,
  });
  const [file] = positionals;
  if (values.help || (!file && !values.back)) return void say(USAGE);
  const from = resolve(file ?? '');
  if (!existsSync(from)) throw new Trouble(`There is no ${from}.`);
  buildChanged();
  return withHouse(
    async (ownerUrl) => {
      if (values.back) return back(ownerUrl, values.back);
      const lies = await lookOrRefuse(ownerUrl);
      if (lies.shops > 0 && !values.replace)
        throw new Trouble(
          'This house is not empty. Say --replace to put the backup in its place; what is here stays beside it. Nothing was changed.',
        );
      await refuseWhileUsed(ownerUrl);
      return opened(from, ensureSigningKey(SIGNING_KEY), async (backup) => {
        refuseStranger(from, backup.by, values.trust);
        const { made, erased } = await beside(ownerUrl, backup, {
          broken: values.broken,
          isHouse: lies.state === 'house',
        });
        await refuseWhileUsed(ownerUrl);
        await put(ownerUrl, databaseOf(made), lies.shops > 0);
        if (erased > 0) say(`${erased} customers who were erased since were erased from it again.`);
        say(
          `Back as of ${backup.manifest.at}, ${backup.manifest.files.length} files of photos and sounds. npm start opens it.`,
        );
        say(`No backup holds ${SIGNING_KEY}: keep a copy of it somewhere else.`);
      });
    },
    { alone: true },
  );
});
