import {
  numbered,
  oneFigure,
  roomOf,
  type MeasuringRoom,
  type Measurand,
  type Thing,
} from '../measurands/index.js';
import { integer, list, measured, object, text, type Of } from '../shape/index.js';
import { variantFacts, type JobFile } from '../job/index.js';
import { applies, sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { clutchLine } from './clutchLine.js';

const VERSION = object(
  {
    /** Which version of this clutch: a year, a code, a kit. */
    name: text(80),
    friction: integer(0, 24),
    steel: integer(0, 24),
    springs: integer(0, 12),
    /** A plate unlike the others, and where it goes. */
    odd: text(160),
    height: measured('length', integer<Nanometres>(0, 1_000_000_000)),
    load: text(80),
    source: SOURCE,
  },
  {
    /** Code of the engines it is of; none for one of all. */
    code: text(40),
  },
);
export type ClutchPack = Of<typeof VERSION>;

/** Clutch packs by version: how many plates, the odd one's place, height under which load. */
export const CLUTCH_SHEET = sheetPart(
  'clutch',
  { versions: list(VERSION, 0, 8) },
  {
    title: 'Clutch pack',
    lines: [clutchLine],
    words: {
      versions: 'versions of the pack',
      code: 'only with this code; empty for all',
      friction: 'friction plates',
      steel: 'steel plates',
      odd: 'the odd plate and its place',
      height: 'height of the whole pack',
      load: 'under which load',
    },
  },
);

const versionsOf = (engine: EngineSpec): readonly ClutchPack[] => CLUTCH_SHEET.of(engine)?.versions ?? [];
const wet = (engine: EngineSpec): boolean => ['motorcycle', 'atv'].includes(engine.kind);

/**
 * Packs this very engine may have: those of its code, and while nobody read the code, all that hang on one. A version of
 * the code is stronger than one of all.
 */
export function packsOf(file: Pick<JobFile, 'engine' | 'job'>): readonly ClutchPack[] {
  const facts = variantFacts(file);
  const may = versionsOf(file.engine).filter((v) => !v.code || applies({ code: v.code }, facts) !== 'no');
  const named = may.filter((v) => v.code);
  return named.length > 0 ? named : may;
}

type Count = 'friction' | 'steel' | 'springs';
/** The largest of them: a plate too many is asked for, never one too few. */
const most = (of: readonly ClutchPack[], count: Count): number => Math.max(0, ...of.map((v) => v[count]));
const counted = (count: Count, part: string, name: string) => ({
  things: (engine: EngineSpec) => (wet(engine) ? numbered(part, name, most(versionsOf(engine), count)) : []),
  has: (file: JobFile, thing: Thing) => Number(thing.key) <= most(packsOf(file), count),
});

const pack = (engine: EngineSpec): readonly Thing[] => {
  const [first] = versionsOf(engine);
  return wet(engine) && first
    ? [{ key: 'pack', name: 'clutch pack', part: 'clutch-plates', nominal: first.height }]
    : [];
};

/** The pack in words: plates, height, the odd one and its place; every version it may be. */
const packSays = (file: JobFile): string =>
  packsOf(file)
    .map((v) =>
      [
        `${v.code ? `code ${v.code}` : v.name}: ${v.friction} friction and ${v.steel} steel plates`,
        v.odd,
        v.load,
      ]
        .filter((t) => t !== '')
        .join(', '),
    )
    .join('; or ');

export const CLUTCH_MEASURES: readonly Measurand[] = [
  oneFigure({
    part: 'clutch.pack',
    name: 'height',
    sense: 'outside',
    feature: 'clutch.pack',
    how: 'each',
    sides: ['min', 'max'],
    things: pack,
    held: 'as one, in order, under the load of the sheet: plate by plate the error adds up',
    heldOn: packSays,
    definition: 'the whole pack measured as one; never a sum of single plates',
  }),
  oneFigure({
    part: 'clutch.plate',
    name: 'thickness',
    sense: 'outside',
    feature: 'clutch.plate',
    how: 'smallest',
    sides: ['min'],
    ...counted('friction', 'clutch-plates', 'friction plate'),
    held: 'at its thinnest place',
    definition: 'thickness of one friction plate',
    material: 'aluminium-cylinder',
  }),
  oneFigure({
    part: 'clutch.warp',
    name: 'warp',
    sense: 'gap',
    feature: 'clutch.warp',
    how: 'largest',
    sides: ['max'],
    ...counted('steel', 'clutch-plates', 'steel plate'),
    held: 'on a flat plate, the leaf under it',
    definition: 'the thickest leaf that goes under it',
  }),
  oneFigure({
    part: 'clutch.spring',
    name: 'free length',
    sense: 'outside',
    feature: 'clutch.spring',
    how: 'smallest',
    sides: ['min'],
    ...counted('springs', 'clutch-springs', 'clutch spring'),
    held: 'standing free',
    definition: 'length without load',
  }),
];

/** Clutch plates and springs. */
export const clutch: MeasuringRoom = {
  ...roomOf('clutch', 'Clutch', CLUTCH_MEASURES),
  sheets: [CLUTCH_SHEET],
};
