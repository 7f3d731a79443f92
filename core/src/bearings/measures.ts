import { rods } from '../crank/index.js';
import { spot, TWO_BY_TWO, type Measurand, type Thing } from '../measurands/index.js';
import type { EngineSpec } from '../specs/index.js';
import { BEARINGS_SHEET, type BearingRow, type Row } from './sheets.js';

/** What the engine’s sheet says of a row of plain bearings; null where it has none, or nobody entered it. */
export const rowOf = (engine: EngineSpec, of: Row): BearingRow | null =>
  BEARINGS_SHEET.of(engine)?.rows.find((r) => r.of === of) ?? null;

/** Bearings of a row: as the sheet names them, else one for each rod. */
export function bearingsOf(engine: EngineSpec, of: Row): readonly Thing[] {
  const row = rowOf(engine, of);
  if (!row) return [];
  if (of === 'rod' && row.places.length === 0) return rods(engine);
  return row.places.map((p) => ({ key: p.key, name: p.name, part: 'crank' }));
}

const journals = (of: Row) => (engine: EngineSpec) =>
  bearingsOf(engine, of).map((t) => ({
    ...t,
    name: of === 'rod' ? `${t.name} crankpin` : t.name,
    part: 'crank',
    nominal: rowOf(engine, of)!.journals[0]?.high ?? null,
  }));
const housings = (of: Row) => (engine: EngineSpec) =>
  bearingsOf(engine, of).map((t) => ({
    ...t,
    part: of === 'rod' ? t.part : 'cases',
    askedWith: ['crank', 'shells'],
    nominal: rowOf(engine, of)!.housings[0]?.low ?? null,
  }));

/** A housing is read square to its joint: along the joint it is pinched or spread. */
const ACROSS_JOINT = [
  spot('one', 'square to the joint, one end'),
  spot('other', 'square to the joint, other end'),
];

const journal = (
  of: Row,
  part: Measurand['part'],
  size: 'crank.journal' | 'crank.pin',
  name: string,
): Measurand => ({
  part,
  name,
  sense: 'outside',
  material: 'steel',
  things: journals(of),
  spots: () => TWO_BY_TWO,
  held: 'two places along it, two directions at each; clear of the oil hole',
  rules: [
    {
      key: 'size',
      feature: size,
      how: 'smallest',
      sides: ['min'],
      title: 'smallest diameter',
      definition: 'smallest of two directions at two places',
    },
    {
      key: 'oval',
      feature: `${size}-oval`,
      how: 'oval',
      sides: ['max'],
      title: 'out-of-round',
      definition: 'difference of two directions, at the worse of two places',
    },
    {
      key: 'taper',
      feature: `${size}-taper`,
      how: 'taper',
      sides: ['max'],
      title: 'taper',
      definition: 'difference of two places, in the worse of two directions',
    },
  ],
});

const housing = (
  of: Row,
  part: Measurand['part'],
  feature: 'crank.housing' | 'crank.rod-housing',
): Measurand => ({
  part,
  name: 'housing',
  sense: 'inside',
  material: of === 'rod' ? 'steel' : 'aluminium-cylinder',
  things: housings(of),
  serves: [of === 'rod' ? 'crank.pin-clearance' : 'crank.journal-clearance'],
  spots: () => ACROSS_JOINT,
  held: 'cap torqued as for running, shells out, square to the joint',
  rules: [
    {
      key: 'housing',
      feature,
      how: 'smallest',
      sides: ['min'],
      ifLimit: true,
      title: 'housing, smallest',
      definition: 'torqued, without shells, square to the joint',
    },
    {
      key: 'housing-largest',
      feature,
      how: 'largest',
      sides: ['max'],
      ifLimit: true,
      title: 'housing, largest',
      definition: 'torqued, without shells, square to the joint',
    },
  ],
});

export const MAIN_JOURNAL = journal('main', 'bearings.journal', 'crank.journal', 'journal');
export const CRANKPIN = journal('rod', 'bearings.pin', 'crank.pin', '');
export const MAIN_HOUSING = housing('main', 'bearings.housing', 'crank.housing');
export const ROD_HOUSING = housing('rod', 'bearings.rod-housing', 'crank.rod-housing');

export const BEARING_MEASURES: readonly Measurand[] = [MAIN_JOURNAL, CRANKPIN, MAIN_HOUSING, ROD_HOUSING];
