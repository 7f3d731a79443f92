import {
  numbered,
  oneFigure,
  roomOf,
  type MeasuringRoom,
  type Measurand,
  type Thing,
} from '../measurands/index.js';
import { integer, list, object, text } from '../shape/index.js';
import { sheetPart, SOURCE, type EngineSpec } from '../specs/index.js';

const GEARBOX = object({
  shafts: list(object({ key: text(40), name: text(80) }), 0, 4),
  forks: integer(0, 8),
  speeds: integer(0, 8),
  source: SOURCE,
});

/** Shafts and forks of this engine, by name. */
export const GEARBOX_SHEET = sheetPart(
  'gearboxes',
  { gearboxes: list(GEARBOX, 0, 4) },
  {
    title: 'Gearbox',
    words: {
      gearboxes: 'gearboxes, the one fitted first',
      shafts: 'shafts',
      key: 'short name',
      forks: 'shift forks',
      speeds: 'gears',
    },
  },
);

const gearboxOf = (engine: Pick<EngineSpec, 'parts'>) => GEARBOX_SHEET.of(engine)?.gearboxes[0];

const USUAL_SHAFTS = [
  { key: 'input', name: 'input shaft' },
  { key: 'output', name: 'output shaft' },
];
const has = (engine: EngineSpec): boolean => ['motorcycle', 'atv'].includes(engine.kind);

const shafts = (engine: EngineSpec): readonly Thing[] =>
  has(engine) ? (gearboxOf(engine)?.shafts ?? USUAL_SHAFTS).map((s) => ({ ...s, part: 'gears' })) : [];
const forks = (engine: EngineSpec): readonly Thing[] =>
  has(engine) ? numbered('forks', 'fork', gearboxOf(engine)?.forks ?? 2) : [];

export const GEARBOX_MEASURES: readonly Measurand[] = [
  oneFigure({
    part: 'gearbox.end-float',
    name: 'end float',
    sense: 'gap',
    feature: 'gear.end-float',
    how: 'each',
    sides: ['min', 'max'],
    things: shafts,
    held: 'shaft in its bearings, pushed to one end, the leaf at the other',
    definition: 'the leaf between the last washer and its bearing',
  }),
  oneFigure({
    part: 'gearbox.fork',
    name: 'finger',
    sense: 'outside',
    feature: 'gear.fork',
    how: 'smallest',
    sides: ['min'],
    things: forks,
    spots: [
      { key: 'one', name: 'one finger' },
      { key: 'other', name: 'other finger' },
    ],
    held: 'where it runs in the groove',
    definition: 'the thinner of two fingers',
  }),
  oneFigure({
    part: 'gearbox.fork-gap',
    name: 'in its groove',
    sense: 'gap',
    feature: 'gear.fork-clearance',
    how: 'largest',
    sides: ['max'],
    things: forks,
    held: 'fork in its gear, the leaf beside the finger',
    definition: 'the leaf between finger and groove',
  }),
];

/** Gears, forks and drum. */
export const gearbox: MeasuringRoom = {
  ...roomOf('gearbox', 'Gearbox', GEARBOX_MEASURES),
  sheets: [GEARBOX_SHEET],
};
