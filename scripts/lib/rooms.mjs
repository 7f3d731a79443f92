import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { GROUND, ROOMS } from '../../core/rooms.mjs';
import { ROOT } from './paths.mjs';

const core = (file) => join(ROOT, 'core/src', file);
const MADE = '// Made by `npm run schema` of core/rooms.mjs.\n';

/** Known inside the core alone: `job` hands on what rooms need of it. */
const WITHIN = new Set(['facts']);

const withFile = (file) => ROOMS.filter((room) => existsSync(core(`${room}/${file}`)));
/** Those that declare what they bring; `verdicts` says what may be declared. */
const DECLARING = withFile('room.ts').filter((room) => room !== 'verdicts');
const DECLARED = /export const (\w+): (?:Measuring)?Room\b/u;
const roomOf = (room) => DECLARED.exec(readFileSync(core(`${room}/room.ts`), 'utf8'))[1];

/** One door of several rooms: of everything, of the ground floor. */
const door = (rooms) =>
  MADE +
  ['errors', ...rooms.filter((r) => !WITHIN.has(r)).map((r) => `${r}/index`)]
    .map((path) => `export * from './${path}.js';\n`)
    .join('');

/** Rooms that declare something, for the list of the house to put in order. */
const declared = () =>
  MADE + DECLARING.map((room) => `export { ${roomOf(room)} } from '../${room}/index.js';\n`).join('');

/** What every room calls its figures, in one catalogue below all of them. */
function catalogue() {
  const named = withFile('features.ts').map((room) => [
    room,
    /export const (\w+)/u.exec(readFileSync(core(`${room}/features.ts`), 'utf8'))[1],
  ]);
  return (
    MADE +
    named.map(([room, name]) => `import { ${name} } from './${room}/features.js';\n`).join('') +
    `\n/** Everything a limit can be about, room by room, in the order sheets print it. */\n` +
    `export const FEATURES = {\n${named.map(([, name]) => `  ...${name},\n`).join('')}};\n`
  );
}

/** The first sentence of what a room of the core says of itself. */
function saysOf(room) {
  const text = readFileSync(core(`${room}/room.ts`), 'utf8');
  const before = text.slice(0, text.search(DECLARED));
  const said = [...before.matchAll(/\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*$/gu)].at(-1)?.[1] ?? '';
  return said
    .replaceAll(/\s*\n\s*\*\s*/gu, ' ')
    .trim()
    .replace(/([.])\s.*$/u, '$1');
}

const LAYERS = ['core', 'contract', 'server', 'web'];
const layersOf = (room) => LAYERS.filter((layer) => existsSync(join(ROOT, layer, 'src', room)));
const folders = (layer) =>
  readdirSync(join(ROOT, layer, 'src'), { withFileTypes: true }).flatMap((f) =>
    f.isDirectory() ? [f.name] : [],
  );

/** Every room there is, the core's in its order, and the layers that have a folder of it. */
export function listOfRooms() {
  const others = LAYERS.slice(1)
    .flatMap(folders)
    .filter((r) => !ROOMS.includes(r));
  const rooms = [...ROOMS, ...new Set(others.sort())];
  const tick = (room, layer) => (layersOf(room).includes(layer) ? '·' : '');
  const rows = rooms.map((room) => {
    const says = DECLARING.includes(room) ? saysOf(room) : '';
    return `| ${room} | ${LAYERS.map((l) => tick(room, l)).join(' | ')} | ${says} |`;
  });
  return [
    '| room | core | contract | server | web | |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
  ].join('\n');
}

/** Puts a text between the marks of a document. */
export const between = (document, mark, text) =>
  document.replace(
    new RegExp(`(<!-- ${mark} -->\\n)[\\s\\S]*?(\\n?<!-- /${mark} -->)`, 'u'),
    (_, open, close) => `${open}\n${text}\n${close}`,
  );

/** Files that are made of the list of rooms, with what has to stand in them. */
export const madeOfRooms = () => ({
  'core/src/index.ts': door(ROOMS),
  'core/src/ground.ts': door(GROUND),
  'core/src/catalogue.ts': catalogue(),
  'core/src/house/rooms.ts': declared(),
  'docs/architecture.md': between(
    readFileSync(join(ROOT, 'docs/architecture.md'), 'utf8'),
    'rooms',
    listOfRooms(),
  ),
});
