import { numbered, oneFigure, roomOf, type Measurand, type Thing } from '../measurands/index.js';
import { integer, list, measured, object, text } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import type { Room } from '../verdicts/index.js';

const VERSION = object({
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
});

/** Clutch packs by version: how many plates, the odd one's place, height under which load. */
export const CLUTCH_SHEET = sheetPart(
  'clutch',
  { versions: list(VERSION, 0, 8) },
  {
    title: 'Clutch pack',
    words: {
      versions: 'versions of the pack',
      friction: 'friction plates',
      steel: 'steel plates',
      odd: 'the odd plate and its place',
      height: 'height of the whole pack',
      load: 'under which load',
    },
  },
);

const version = (engine: EngineSpec) => CLUTCH_SHEET.of(engine)?.versions[0];
const wet = (engine: EngineSpec): boolean => ['motorcycle', 'atv'].includes(engine.kind);

const pack = (engine: EngineSpec): readonly Thing[] =>
  wet(engine) && version(engine)
    ? [{ key: 'pack', name: 'clutch pack', part: 'clutch-plates', nominal: version(engine)!.height }]
    : [];
const plates = (of: 'friction' | 'steel', name: string) => (engine: EngineSpec) =>
  wet(engine) ? numbered('clutch-plates', name, version(engine)?.[of] ?? 0) : [];
const springs = (engine: EngineSpec): readonly Thing[] =>
  wet(engine) ? numbered('clutch-springs', 'clutch spring', version(engine)?.springs ?? 0) : [];

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
    definition: 'the whole pack measured as one; never a sum of single plates',
  }),
  oneFigure({
    part: 'clutch.plate',
    name: 'thickness',
    sense: 'outside',
    feature: 'clutch.plate',
    how: 'smallest',
    sides: ['min'],
    things: plates('friction', 'friction plate'),
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
    things: plates('steel', 'steel plate'),
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
    things: springs,
    held: 'standing free',
    definition: 'length without load',
  }),
];

/** Clutch plates and springs. */
export const clutch: Room = {
  ...roomOf('clutch', 'Clutch', CLUTCH_MEASURES),
  sheets: [CLUTCH_SHEET],
};
