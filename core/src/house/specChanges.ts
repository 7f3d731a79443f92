import { saidIn, type EngineSpec, type Kit, type Limit } from '../specs/index.js';
import { HOUSE, sheetsOf } from './house.js';
import type { KitFile } from './specFile.js';

/** A thing of a sheet: the same key, the same thing in two shops. */
export interface SpecChange {
  readonly key: string;
  /** `new`: only the file has it. `same`: both say the same. `differs`: taking it replaces what is here. */
  readonly state: 'new' | 'same' | 'differs';
  readonly what: 'fact' | 'limit' | 'kit' | 'part';
  /** Of what: a field of the engine, a feature, a kit, a part of the sheet. */
  readonly name: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}

const FACTS = [
  'kind',
  'strokes',
  'cylinders',
  'bore',
  'stroke',
  'wall',
  'zeroAt',
  'pinAxisDeg',
  'depths',
  'wallDepth',
  'ports',
  'sleeveOuter',
  'pin',
  'cooling',
  'year',
  'code',
] as const satisfies readonly (keyof EngineSpec)[];

const text = saidIn;

/** What makes a limit the same one: what it is of, when it holds, and whose it is. */
const limitKey = (l: Limit): string =>
  `limit:${l.feature}:${l.state}:${l.source.type}:${l.source.party}:${text(l.conditions)}`;
const kitKey = (k: Kit): string => `kit:${k.maker}:${k.name}`;

/** What a limit says, whoever typed it, whatever its id. */
const limitSays = ({ id: _id, ...l }: Limit): string => saidIn(l);
const kitSays = ({ id: _id, ...k }: Kit): string => text(k);

const stateOf = (mine: string | undefined, theirs: string): SpecChange['state'] =>
  mine === undefined ? 'new' : mine === theirs ? 'same' : 'differs';

/** The first of the same key is the first of the same key: the rest follow by their number. */
function numbered<T>(items: readonly T[], keyOf: (item: T) => string): Map<string, T> {
  const seen = new Map<string, number>();
  return new Map(
    items.map((item) => {
      const key = keyOf(item);
      const n = (seen.get(key) ?? 0) + 1;
      seen.set(key, n);
      return [n === 1 ? key : `${key}:${n}`, item];
    }),
  );
}

function limitChanges(mine: readonly Limit[], theirs: readonly Limit[]): SpecChange[] {
  const here = numbered(mine, limitKey);
  return [...numbered(theirs, limitKey)].map(([key, limit]) => {
    const own = here.get(key);
    return {
      key,
      what: 'limit',
      name: limit.feature,
      state: stateOf(own && limitSays(own), limitSays(limit)),
      mine: own ?? null,
      theirs: limit,
    };
  });
}

function kitChanges(mine: readonly Kit[], theirs: readonly Kit[]): SpecChange[] {
  const here = numbered(mine, kitKey);
  return [...numbered(theirs, kitKey)].map(([key, kit]) => {
    const own = here.get(key);
    return {
      key,
      what: 'kit',
      name: `${kit.maker} ${kit.name}`,
      state: stateOf(own && kitSays(own), kitSays(kit)),
      mine: own ?? null,
      theirs: kit,
    };
  });
}

/** What a specification file would bring to an engine of this shop; all of it new where the shop has none. */
export function specChanges(mine: EngineSpec | null, theirs: EngineSpec): SpecChange[] {
  const facts = FACTS.map((field): SpecChange => ({
    key: `fact:${field}`,
    what: 'fact',
    name: field,
    state: stateOf(mine ? text(mine[field]) : undefined, text(theirs[field])),
    mine: mine ? mine[field] : null,
    theirs: theirs[field],
  }));
  const parts = sheetsOf(HOUSE).flatMap(({ name, title }): SpecChange[] => {
    const [own, their] = [mine?.parts?.[name], theirs.parts?.[name]];
    if (their === undefined) return [];
    return [
      {
        key: `part:${name}`,
        what: 'part',
        name: title,
        state: stateOf(own === undefined ? undefined : saidIn(own), saidIn(their)),
        mine: own ?? null,
        theirs: their,
      },
    ];
  });
  return [
    ...facts,
    ...limitChanges(mine?.limits ?? [], theirs.limits),
    ...kitChanges(mine?.kits ?? [], theirs.kits),
    ...parts,
  ];
}

/** What a kit file would bring to an engine: its records are put beside those of other makers. */
export function kitFileChanges(mine: EngineSpec, file: KitFile): SpecChange[] {
  const parts = sheetsOf(HOUSE).flatMap((part): SpecChange[] => {
    const their = file.parts[part.name];
    if (their === undefined || !part.ofMaker) return [];
    const own = part.of(mine);
    const ownOf = own === null ? null : part.ofMaker(own, file.kit.maker);
    return [
      {
        key: `part:${part.name}`,
        what: 'part',
        name: part.title,
        state: stateOf(ownOf === null ? undefined : saidIn(ownOf), saidIn(their)),
        mine: ownOf,
        theirs: their,
      },
    ];
  });
  return [...limitChanges(mine.limits, file.limits), ...kitChanges(mine.kits, [file.kit]), ...parts];
}
