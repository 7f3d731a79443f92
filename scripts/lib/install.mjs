import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';
import { say, Trouble } from './say.mjs';

const OLDEST_NODE = [20, 11];

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    throw new Trouble(
      `Tribos needs Node.js ${OLDEST_NODE.join('.')} or newer; this is ${process.versions.node}.`,
    );
  }
}

/** Directory of PostgreSQL's server programs, newest version first; null when it is not installed. */
export function postgresBin() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base)
    ? readdirSync(base).filter((v) => existsSync(join(base, v, 'bin', 'initdb')))
    : [];
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  return newest ? join(base, newest, 'bin') : null;
}

const PACKAGES = {
  postgresql: () => postgresBin() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  'chromium-driver': () => existsSync('/usr/bin/chromedriver'),
};

/** Installs what is missing of the named Debian packages, saying so first. */
export function ensureDebianPackages(names) {
  const missing = names.filter((n) => !PACKAGES[n]());
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (!existsSync('/usr/bin/apt-get'))
    throw new Trouble(`These programs are missing: ${missing.join(', ')}. Install them and start again.`);
  if (!root && !sudo)
    throw new Trouble(
      `Missing Debian package${missing.length > 1 ? 's' : ''}: ${missing.join(', ')}.\nInstall with: sudo ${command}`,
    );
  say(`Installing Debian packages: ${missing.join(', ')}`);
  const prefix = root ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [program, ...rest] = [...prefix, 'apt-get', ...args];
    return spawnSync(program, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  apt('update', '-qq');
  const status = apt('install', '-y', '-qq', '--no-install-recommends', ...missing);
  const still = missing.filter((n) => !PACKAGES[n]());
  if (still.length > 0)
    throw new Trouble(`apt-get could not install ${still.join(', ')} (exit ${status}). Try: sudo ${command}`);
}

/** How far the packages are installed: for whoever uses Tribos, or for who builds and tests it too. */
const FOR = { users: ['--omit=dev'], developers: [] };

/**
 * Installs the packages of the lock file, those and no others, when it changed or an earlier install was cut off.
 * Nothing a package brings runs meanwhile.
 * @param {keyof typeof FOR} [who] users get none of the tools that test
 */
export function ensureNodePackages(who = 'users') {
  const lock = readFileSync(join(ROOT, 'package-lock.json'));
  const wanted = createHash('sha256').update(lock).digest('hex');
  const mark = join(ROOT, 'node_modules', '.installed');
  const [there, whose] = existsSync(mark) ? readFileSync(mark, 'utf8').split(' ') : [];
  if (there === wanted && (whose === who || whose === 'developers')) return;
  say(`Installing the packages of package-lock.json${who === 'users' ? '' : ', tools of tests too'}`);
  const args = ['ci', ...FOR[who], '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error'];
  const { status } = spawnSync('npm', args, { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] });
  if (status !== 0)
    throw new Trouble(
      'The packages of package-lock.json could not be installed as it names them; nothing else was. Is the npm registry reachable?',
    );
  writeFileSync(mark, `${wanted} ${who}`);
}
