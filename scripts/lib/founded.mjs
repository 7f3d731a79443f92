import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { STATE } from './paths.mjs';

/**
 * What is remembered of houses outside of their databases: a database that is lost cannot say that it held anything,
 * and must not be taken for a new one.
 *
 * @typedef {{own?: boolean, founded?: string, demo?: boolean}} Remembered
 *   own: started to be founded by its own people; founded: since when it holds a shop; demo: that of the demo alone
 */
const FILE = join(STATE, 'houses.json');

/** A database by where it is: the private one by its name alone, which port it has is chanced. */
export const houseOf = (external) => {
  if (!external) return 'private';
  const { hostname, port, pathname } = new URL(external);
  return `${hostname}:${port || 5432}${pathname}`;
};

const all = () => {
  if (!existsSync(FILE)) return {};
  try {
    return JSON.parse(readFileSync(FILE, 'utf8'));
  } catch {
    return {};
  }
};

/** @returns {Remembered} */
export const remembered = (house) => all()[house] ?? {};

/** @param {Remembered} what in place of what was remembered of it */
export function remember(house, what) {
  mkdirSync(dirname(FILE), { recursive: true });
  writeFileSync(`${FILE}.new`, JSON.stringify({ ...all(), [house]: what }, null, 1));
  renameSync(`${FILE}.new`, FILE);
}
