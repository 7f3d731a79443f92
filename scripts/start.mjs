#!/usr/bin/env node
import { existsSync, linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { hostname } from 'node:os';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { buildChanged } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { backUpDaily } from './lib/nightly.mjs';
import { houseOf, remember, remembered } from './lib/founded.mjs';
import { besideName, renameDatabase } from './lib/house.mjs';
import { BACKUPS, FILES, SIGNING_KEY, STATE } from './lib/paths.mjs';
import { run, say, Trouble } from './lib/say.mjs';
import { isRunning, lookAt, prepareDatabase, startStandIn, startServer, stopChild } from './lib/serve.mjs';
import { ensureSigningKey } from './lib/signingKey.mjs';
import { supervise } from './lib/supervise.mjs';

const USUAL_PORT = 4177;
const USAGE = `npm start -- [--port N] [--host ADDRESS] [--empty] [--reset-demo [--yes]]

  --port N      port to serve at (default ${USUAL_PORT}, or the next free one)
  --host ADDRESS  address to serve at (default 127.0.0.1, this machine alone; or HOST in the environment). On a
                network put a proxy that speaks TLS in front and stay on 127.0.0.1: see the README
  --no-stand-ins  leave the simulated gauge and firms out
  --empty       start without the demo shop; prints the address at which yours is founded, once
  --reset-demo  load the demo afresh into the private database; asks first. A shop of your own stays beside
  --yes         the answer to that, where nobody can be asked

DATABASE_URL in the environment uses that PostgreSQL server instead of a private one; it must name a
superuser, who makes the application's own unprivileged role. Behind a proxy: TRUSTED_PROXY=loopback believes what
it says of who asks, PUBLIC_URL=https://… is the address that is printed.`;

const isLoopback = (host) => host === 'localhost' || host === '::1' || host.startsWith('127.');

/** Address to serve at. */
function hostAsked(asked) {
  const host = asked ?? process.env.HOST ?? '127.0.0.1';
  if (!/^[\w.:-]+$/u.test(host))
    throw new Trouble(
      '--host must be an address of this machine, like 192.168.0.10, or 0.0.0.0 for all of them.',
    );
  return host;
}

const portIsFree = (port, host) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });

async function choosePort(asked, host) {
  if (asked !== undefined) {
    if (!Number.isInteger(asked) || asked < 1 || asked > 65_535)
      throw new Trouble(`--port must be a number from 1 to 65535.`);
    if (!(await portIsFree(asked, host)))
      throw new Trouble(`Port ${asked} is taken. Choose another with --port, or leave it out.`);
    return asked;
  }
  for (let port = USUAL_PORT; port < USUAL_PORT + 50; port += 1)
    if (await portIsFree(port, host)) return port;
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

/** One at a time looks at the mark and writes its own: of two starts at once the second is told. */
function claim() {
  mkdirSync(STATE, { recursive: true });
  const turn = join(STATE, 'starting');
  const old = existsSync(turn) ? Number(readFileSync(turn, 'utf8')) : null;
  // Of one that was killed in the middle of it.
  if (old !== null && !(old > 0 && alive(old))) rmSync(turn, { force: true });
  const own = `${turn}.${process.pid}`;
  writeFileSync(own, String(process.pid));
  try {
    // With what it says already in it.
    linkSync(own, turn);
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    throw new Trouble('Tribos is being started from this checkout at this very moment. Wait for that one.');
  } finally {
    rmSync(own, { force: true });
  }
  try {
    return claimed();
  } finally {
    rmSync(turn, { force: true });
  }
}

/** One start per checkout; the mark of one that was killed is taken over. */
function claimed() {
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

/** A database that should hold a shop and holds none. */
const lost = (since) =>
  new Trouble(
    `Since ${since.slice(0, 10)} this house held a shop; its database holds none now. Nothing was put in its place.\nBackups lie in ${BACKUPS}: npm run restore -- FILE brings one back. --empty begins a new house, --reset-demo loads the demo.`,
  );

/**
 * Migrates, and fills what is empty with what was asked for: the demo only where no house ever stood.
 * @param {string} owner
 */
function prepared(owner, house, { empty }) {
  const before = remembered(house);
  const own = empty || before.own === true;
  const flag = own ? ['--first-shop'] : before.founded ? [] : ['--demo'];
  const done = prepareDatabase(owner, flag);
  if (done.shops === 0 && before.founded && !empty) throw lost(before.founded);
  const holds = done.shops > 0;
  remember(house, {
    ...(own ? { own } : {}),
    ...(holds ? { founded: before.founded ?? new Date().toISOString() } : {}),
    ...(holds && (done.demo || before.demo) ? { demo: true } : {}),
  });
  return done;
}

/** Makes room for the demo: a shop of one's own stays beside, under another name. */
async function makeRoom(cluster) {
  const url = cluster.url('tribos');
  const lies = lookAt(url);
  if (lies.state === 'foreign') throw new Trouble(lies.sentence);
  if (lies.shops === 0 || remembered('private').demo) cluster.dropDatabase('tribos');
  else {
    const kept = besideName(url, 'before');
    await renameDatabase(url, kept);
    say(`What was here stays in the database ${kept}: npm run restore -- --back ${kept} puts it back.`);
  }
  remember('private', {});
}

/** Whoever reaches the address signs in with what everybody knows. */
function refusePublicDemo(host, signIns) {
  const isPublic = !isLoopback(host) || process.env.PUBLIC_URL || process.env.TRUSTED_PROXY;
  if (isPublic && signIns.length > 0)
    throw new Trouble(
      `This house lets people in with the demo's passwords, which everybody knows, and ${isLoopback(host) ? 'a proxy makes it public' : `${host} is reached by others`}. It was not started.\nFound your own with --empty, or give these other passwords first:\n  ${signIns.join('\n  ')}`,
    );
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
      host: { type: 'string' },
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
  const host = hostAsked(values.host);
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
      cluster.ensureDatabase('tribos');
      if (values['reset-demo']) {
        await makeRoom(cluster);
        cluster.ensureDatabase('tribos');
      }
      owner = cluster.url('tribos');
    }
    const ready = prepared(owner, houseOf(external), { empty: values.empty });
    refusePublicDemo(host, ready.signIns);
    const port = await choosePort(values.port === undefined ? undefined : Number(values.port), host);
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
        databaseUrl: ready.url,
        port,
        host,
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
    const address = process.env.PUBLIC_URL ?? `http://${host === '0.0.0.0' ? hostname() : host}:${port}`;
    mark.write(address);
    say(`\nTribos is at ${address}`);
    for (const line of ready.signIns) say(`  ${line}`);
    // Behind the #, which no server and no log is told.
    if (ready.code) say(`  Found your shop, once, within a day: ${address}/#${ready.code}`);
    const gauge = await standIn('gauge');
    if (gauge)
      say(`Gauge stand-in: its page at http://127.0.0.1:${gauge}, its line at ws://127.0.0.1:${gauge}`);
    if (firms) say(`Boring, plating and head shop stand-in: http://127.0.0.1:${firms}`);
    const key = ensureSigningKey(SIGNING_KEY);
    watches.push(backUpDaily({ ownerUrl: owner, files: FILES, dir: BACKUPS, key, tell: say }));
    say('Ctrl-C stops everything.');
    return undefined;
  } catch (error) {
    await stop();
    throw error;
  }
});
