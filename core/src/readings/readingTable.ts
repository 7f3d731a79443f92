import { atHand, READS, type Instrument } from '../gauges/index.js';
import { placeKindOf } from '../job/index.js';
import { PISTON_SPOTS, type NewEntry, type PistonSpot, type SizePlace } from '../log/index.js';
import { halfTurn, thrustAngle, type EngineSpec } from '../specs/index.js';
import { nm, parseReading, type LengthUnit } from '../units/index.js';

/** What a column of a table of readings may hold. */
export const TABLE_COLUMNS = {
  cylinder: 'cylinder',
  part: 'part',
  depth: 'depth',
  direction: 'direction',
  place: 'place on the piston',
  value: 'reading',
  unit: 'unit of the reading',
  gauge: 'gauge',
  time: 'time',
} as const;
export type TableColumn = keyof typeof TABLE_COLUMNS;

/** Column of the table for each kind of figure; missing where the table has none. */
export type TableMapping = Partial<Record<TableColumn, number>>;

/** What stands in where a column is missing or a cell is empty. */
export interface TableDefaults {
  readonly unit: LengthUnit;
  /** Unit of the depths. */
  readonly depthUnit: LengthUnit;
  readonly instrumentId: string | null;
  readonly cylinder: number;
  /** Kit whose piston is read in a cylinder; null for the one that came out. */
  readonly kitOf: (cylinder: number) => string | null;
  readonly at: string;
}

type NewReading = Extract<NewEntry, { kind: 'reading' }>;
export type TableRow =
  | { readonly ok: true; readonly entry: Omit<NewReading, 'id'> }
  | { readonly ok: false; readonly sentence: string };

const HEADS: Record<TableColumn, RegExp> = {
  cylinder: /^cyl/iu,
  part: /^part$/iu,
  depth: /^(depth|z)\b|^depth/iu,
  direction: /^(direction|dir|angle|axis|theta|θ)/iu,
  place: /^place/iu,
  value: /^(reading|value|diameter|size|measured)(?!.*\bnm\b)(?!.*_nm)/iu,
  unit: /^units?$/iu,
  gauge: /^(gauge|gage|instrument)/iu,
  time: /^(time|date|at|when)/iu,
};

/** Guesses what each column is from its heading. */
export function guessMapping(heads: readonly string[]): TableMapping {
  const mapping: TableMapping = {};
  for (const [column, head] of Object.entries(HEADS) as [TableColumn, RegExp][]) {
    const found = heads.findIndex((h) => head.test(h.trim()));
    if (found >= 0) mapping[column] = found;
  }
  return mapping;
}

/** Unit a heading names, as in `depth_mm` or `reading (in)`; null when it names none. */
export const unitOfHead = (head: string): LengthUnit | null =>
  (/(?:_|\(|\s|,)(mm|in)(?:ch|ches)?\)?\s*$/iu.exec(head)?.[1]?.toLowerCase() as LengthUnit | undefined) ??
  null;

const plain = (text: string): string => text.trim().toLowerCase();

/** The engine and the gauges that a table is read against. */
interface TableContext {
  readonly engine: EngineSpec;
  readonly instruments: readonly Instrument[];
}

class Unread extends Error {}
const unread = (sentence: string): never => {
  throw new Unread(sentence);
};

function cylinderOf(engine: EngineSpec, text: string, fallback: number): number {
  if (text === '') return fallback;
  const named = engine.cylinders.findIndex((c) => plain(c) === plain(text));
  if (named >= 0) return named;
  const number = Number(text);
  return Number.isInteger(number) && number >= 1 && number <= engine.cylinders.length
    ? number - 1
    : unread(`“${text}” is no cylinder of this engine (${engine.cylinders.join(', ')}).`);
}

function directionOf(engine: EngineSpec, text: string): number {
  const word = plain(text)
    .replace(/°|deg(rees)?$/giu, '')
    .trim();
  if (word === '') return unread('No direction is given.');
  if (word === 'thrust') return thrustAngle(engine);
  if (word === 'pin') return halfTurn(engine.pinAxisDeg);
  const degrees = Number(word.replace(',', '.'));
  return Number.isFinite(degrees)
    ? halfTurn(degrees)
    : unread(`“${text}” is no direction: thrust, pin, or degrees.`);
}

function placeOf(text: string): PistonSpot {
  if (text === '') return 'gauge-height';
  const found = (Object.keys(PISTON_SPOTS) as PistonSpot[]).find(
    (p) => p === plain(text) || PISTON_SPOTS[p] === plain(text),
  );
  return found ?? unread(`“${text}” is no place on a piston.`);
}

function stationOf(
  engine: EngineSpec,
  cell: (column: TableColumn) => string,
  defaults: TableDefaults,
): SizePlace {
  const cylinder = cylinderOf(engine, cell('cylinder'), defaults.cylinder);
  const part = plain(cell('part')) || 'bore';
  switch (part) {
    case 'bore': {
      const depth = parseReading(cell('depth'), { unit: defaults.depthUnit });
      if (!depth.ok) return unread(`Depth: ${depth.sentence}`);
      return { part, cylinder, depth: depth.value, angle: directionOf(engine, cell('direction')) };
    }
    case 'piston':
      return { part, cylinder, place: placeOf(cell('place')), kit: defaults.kitOf(cylinder) };
    case 'land':
    case 'pin-bore':
    case 'small-end':
      return { part, cylinder };
    case 'pin':
      return { part, cylinder, place: plain(cell('place')) === 'end' ? 'end' : 'middle' };
    default:
      return unread(`“${cell('part')}” is no part that is read as a size.`);
  }
}

function gaugeOf(
  { engine, instruments }: TableContext,
  text: string,
  fallback: string | null,
  station: SizePlace,
): Instrument {
  const found =
    text === ''
      ? instruments.find((i) => i.id === fallback)
      : instruments.find((i) => atHand(i) && plain(i.name) === plain(text));
  if (!found) return unread(text === '' ? 'No gauge is given.' : `“${text}” is no gauge of this shop.`);
  return READS[found.type].includes(placeKindOf({ engine }, station).sense)
    ? found
    : unread(`${found.name} does not read a ${station.part}.`);
}

function timeOf(text: string, fallback: string): string {
  if (text === '') return fallback;
  const time = new Date(text);
  return Number.isNaN(time.getTime()) ? unread(`“${text}” is no time.`) : time.toISOString();
}

/**
 * One row of a table of readings, in any column order, mm or inch, decimal point or comma, as what a screen
 * would have sent for it. The figure stays as it is written, with the table's unit where none stands in it.
 * @returns the entry, or a sentence saying what in the row was not understood
 */
export function tableRow(
  cells: readonly string[],
  mapping: TableMapping,
  context: TableContext,
  defaults: TableDefaults,
): TableRow {
  const cell = (column: TableColumn): string => {
    const at = mapping[column];
    return at === undefined ? '' : (cells[at] ?? '').trim();
  };
  try {
    const station = stationOf(context.engine, cell, defaults);
    const gauge = gaugeOf(context, cell('gauge'), defaults.instrumentId, station);
    const unit = plain(cell('unit')) || defaults.unit;
    if (unit !== 'mm' && unit !== 'in') return unread(`“${cell('unit')}” is no unit here: mm or in.`);
    const parsed = parseReading(cell('value'), { unit });
    if (!parsed.ok) return unread(parsed.sentence);
    if (parsed.value <= 0) return unread('A size of nothing.');
    const text = parsed.unitTyped || unit === gauge.unit ? cell('value') : `${cell('value')} ${unit}`;
    return {
      ok: true,
      entry: {
        kind: 'reading',
        at: timeOf(cell('time'), defaults.at),
        station: 'depth' in station ? { ...station, depth: nm(station.depth) } : station,
        instrumentId: gauge.id,
        text,
        corrects: null,
        zeroId: null,
        seen: null,
      },
    };
  } catch (error) {
    if (error instanceof Unread) return { ok: false, sentence: error.message };
    throw error;
  }
}
