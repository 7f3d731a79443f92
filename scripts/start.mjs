#!/usr/bin/env node
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { buildChanged } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { backUpDaily } from './lib/nightly.mjs';
import { BACKUPS, FILES, STATE } from './lib/paths.mjs';
import { run, say, Trouble } from './lib/say.mjs';
import { isRunning, prepareDatabase, startStandIn, startServer, stopChild } from './lib/serve.mjs';
import { supervise } from './lib/supervise.mjs';

const USUAL_PORT = 4177;
const USAGE = `npm start -- [--port N] [--empty] [--reset-demo [--yes]]

  --port N      address to serve at, 127.0.0.1:N (default ${USUAL_PORT}, or the next free one)
  --no-stand-ins  leave the simulated gauge and firms out
  --empty       start without the demo shop; prints the address at which yours is founded, once
  --reset-demo  throw the private database away and load the demo afresh; asks first
  --yes         the answer to that, where nobody can be asked

DATABASE_URL in the environment uses that PostgreSQL server instead of a private one; it must name a
superuser, who makes the application's own unprivileged role.`;

const portIsFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

async function choosePort(asked) {
  if (asked !== undefined) {
    if (!Number.isInteger(asked) || asked < 1 || asked > 65_535)
      throw new Trouble(`--port must be a number from 1 to 65535.`);
    if (!(await portIsFree(asked)))
      throw new Trouble(`Port ${asked} is taken. Choose another with --port, or leave it out.`);
    return asked;
  }
  for (let port = USUAL_PORT; port < USUAL_PORT + 50; port += 1) if (await portIsFree(port)) return port;
  throw new Trouble(`No free port from ${USUAL_PORT} on. Choose one with --port.`);
}

function alive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** One start per checkout; the mark of one that was killed is taken over. */
function claim() {
  mkdirSync(STATE, { recursive: true });
  const mark = join(STATE, 'running.json');
  if (existsSync(mark)) {
    let before = {};
    try {
      before = JSON.parse(readFileSync(mark, 'utf8'));
    } catch {
      // A mark cut off while it was written is nobody's.
    }
    const command =
      before.pid && existsSync(`/proc/${before.pid}/cmdline`)
        ? readFileSync(`/proc/${before.pid}/cmdline`, 'utf8')
        : '';
    if (before.pid && before.pid !== process.pid && alive(before.pid) && command.includes('start.mjs')) {
      throw new Trouble(
        `Tribos already runs from this checkout${before.address ? ` at ${before.address}` : ''} (process ${before.pid}).`,
      );
    }
  }
  const write = (address) => writeFileSync(mark, JSON.stringify({ pid: process.pid, address }));
  write();
  return { write, release: () => rmSync(mark, { force: true }) };
}

/** Asks before everything that was entered is thrown away. */
async function sure() {
  if (!process.stdin.isTTY)
    throw new Trouble(
      '--reset-demo throws away everything that was entered. Say --yes with it to mean that.',
    );
  const line = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await line.question('Throw away everything that was entered and load the demo? (yes/no) ');
  line.close();
  if (!/^y(es)?$/iu.test(answer.trim())) throw new Trouble('Nothing was thrown away.');
}

await run(async () => {
  const { values } = parseArgs({
    options: {
      port: { type: 'string' },
      empty: { type: 'boolean' },
      'reset-demo': { type: 'boolean' },
      yes: { type: 'boolean' },
      'no-stand-ins': { type: 'boolean' },
      help: { type: 'boolean' },
    },
  });
  if (values.help) {
    say(USAGE);
    return 0;
  }
  checkNode();
  const external = process.env.DATABASE_URL;
  if (external && values['reset-demo'])
    throw new Trouble('--reset-demo only works on the private database, not on DATABASE_URL.');
  if (values['reset-demo'] && !values.yes) await sure();
  const mark = claim();
  let cluster = null;
  let server = null;
  const standIns = [];
  let stopping = false;
  const watches = [];
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    for (const unwatch of watches) unwatch();
    if (server) await stopChild(server);
    for (const { child } of standIns) await stopChild(child);
    cluster?.stop();
    mark.release();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      say('\nStopping');
      void stop().then(() => process.exit(0));
    });
  }
  try {
    if (!external) ensureDebianPackages(['postgresql']);
    ensureNodePackages();
    buildChanged();
    let owner = external;
    if (!owner) {
      cluster = await startCluster(join(STATE, 'postgresql'));
      if (values['reset-demo']) cluster.dropDatabase('tribos');
      cluster.ensureDatabase('tribos');
      owner = cluster.url('tribos');
    }
    const prepared = prepareDatabase(owner, [values.empty ? '--first-shop' : '--demo']);
    const port = await choosePort(values.port === undefined ? undefined : Number(values.port));
    // A convenience: without them everything is typed, and goes by paper.
    const standIn = async (name) => {
      if (values['no-stand-ins']) return null;
      const started = await startStandIn(name).catch((error) => void say(error.message));
      if (started) standIns.push(started);
      return started?.port ?? null;
    };
    const firms = process.env.OUTSIDE_LINE ? null : await standIn('outside');
    const begin = async () => {
      server = await startServer({
        databaseUrl: prepared.url,
        port,
        env: firms ? { OUTSIDE_LINE: `http://127.0.0.1:${firms}` } : {},
      });
    };
    await begin();
    watches.push(
      supervise({ what: 'The server', isGone: () => !isRunning(server), start: begin }),
      ...(cluster
        ? [supervise({ what: 'The database', isGone: () => !cluster.runs(), start: cluster.startAgain })]
        : []),
    );
    const address = `http://127.0.0.1:${port}`;
    mark.write(address);
    say(`\nTribos is at ${address}`);
    for (const line of prepared.signIns) say(`  ${line}`);
    // Behind the #, which no server and no log is told.
    if (prepared.code) say(`  Found your shop, once, within a day: ${address}/#${prepared.code}`);
    const gauge = await standIn('gauge');
    if (gauge)
      say(`Gauge stand-in: its page at http://127.0.0.1:${gauge}, its line at ws://127.0.0.1:${gauge}`);
    if (firms) say(`Boring, plating and head shop stand-in: http://127.0.0.1:${firms}`);
    watches.push(backUpDaily({ ownerUrl: owner, files: FILES, dir: BACKUPS, tell: say }));
    say('Ctrl-C stops everything.');
    return undefined;
  } catch (error) {
    await stop();
    throw error;
  }
});
