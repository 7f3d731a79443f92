import { atHand, LEAF_ANSWERS, type Instrument, type LeafAnswer } from '../gauges/index.js';
import {
  GAPPED_RINGS,
  PISTON_SPOTS,
  RING_NAMES,
  type GapPlace,
  type GappedRing,
  type NewEntry,
  type PistonSpot,
  type SizePlace,
  type ThingPlace,
} from '../cylinder/index.js';
import { LOG_PLACES } from '../cylinder/places/index.js';
import { Refused, type PlaceKind, readsAt } from '../ledger/index.js';
import { halfTurn, thrustAngle, type EngineSpec } from '../specs/index.js';
import { nm, parseReading, type LengthUnit } from '../units/index.js';

/** What a column of a table of readings may hold. */
export const TABLE_COLUMNS = {
  cylinder: 'cylinder',
  part: 'part',
  depth: 'depth',
  direction: 'direction',
  place: 'place on the piston, or ring',
  value: 'reading, or leaf',
  answer: 'the leaf’s answer',
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

type OfTable = Extract<NewEntry, { kind: 'reading' | 'leaf' }>;
type NewRow<E> = E extends unknown ? Omit<E, 'id'> : never;
export type TableRow =
  { readonly ok: true; readonly entry: NewRow<OfTable> } | { readonly ok: false; readonly sentence: string };

const HEADS: Record<TableColumn, RegExp> = {
  cylinder: /^cyl/iu,
  part: /^part$/iu,
  depth: /^(depth|z)\b|^depth/iu,
  direction: /^(direction|dir|angle|axis|theta|θ)/iu,
  place: /^(place|ring)/iu,
  answer: /^(answer|leaf says)/iu,
  value: /^(reading|value|leaf$|diameter|size|measured)(?!.*\bnm\b)(?!.*_nm)/iu,
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
  /** Kinds of place of the whole house; those of cylinders alone where it is left out. */
  readonly places?: readonly PlaceKind[];
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

function ringOf(text: string): GappedRing {
  const found = GAPPED_RINGS.find(
    (r) => r === plain(text).replaceAll(' ', '-') || RING_NAMES[r] === plain(text),
  );
  return found ?? unread(`“${text}” is no ring: ${GAPPED_RINGS.join(', ')}.`);
}

const isMeasure = (part: string): part is ThingPlace['part'] => /^[a-z]+\.[a-z-]+$/u.test(part);

function stationOf(
  engine: EngineSpec,
  cell: (column: TableColumn) => string,
  defaults: TableDefaults,
): SizePlace | GapPlace {
  const part = plain(cell('part')) || 'bore';
  // What is measured besides the cylinders stands in the table as its measure, its thing and its place on it.
  if (isMeasure(part)) return { part, thing: cell('cylinder'), spot: cell('place') };
  const cylinder = cylinderOf(engine, cell('cylinder'), defaults.cylinder);
  switch (part) {
    case 'bore': {
      const depth = parseReading(cell('depth'), { unit: defaults.depthUnit });
      if (!depth.ok) return unread(`Depth: ${depth.sentence}`);
      return { part, cylinder, depth: depth.value, angle: directionOf(engine, cell('direction')) };
    }
    case 'ring-gap': {
      const depth = parseReading(cell('depth'), { unit: defaults.depthUnit });
      if (!depth.ok) return unread(`Depth: ${depth.sentence}`);
      return { part, cylinder, ring: ringOf(cell('place')), depth: depth.value };
    }
    case 'clearance':
      return { part, cylinder, kit: defaults.kitOf(cylinder) };
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
  { instruments }: TableContext,
  text: string,
  fallback: string | null,
  station: SizePlace | GapPlace,
  kind: PlaceKind,
): Instrument {
  const found =
    text === ''
      ? instruments.find((i) => i.id === fallback)
      : instruments.find((i) => atHand(i) && plain(i.name) === plain(text));
  if (!found) return unread(text === '' ? 'No gauge is given.' : `“${text}” is no gauge of this shop.`);
  return readsAt(kind, found.type) ? found : unread(`${found.name} does not read a ${station.part}.`);
}

/** The kind of place of a row, where it stands on this engine. */
function kindOf({ engine, places = LOG_PLACES }: TableContext, station: SizePlace | GapPlace): PlaceKind {
  const kind = places.find((k) => k.part === station.part);
  if (!kind) return unread(`“${station.part}” is no part that is read as a size.`);
  try {
    kind.on(station, engine);
  } catch (error) {
    if (error instanceof Refused) return unread(error.sentence);
    throw error;
  }
  return kind;
}

function timeOf(text: string, fallback: string): string {
  if (text === '') return fallback;
  const time = new Date(text);
  return Number.isNaN(time.getTime()) ? unread(`“${text}” is no time.`) : time.toISOString();
}

const ANSWERS = Object.keys(LEAF_ANSWERS) as LeafAnswer[];

/** A leaf, or leaves joined by +, and what was said of them. */
function leafRow(
  cell: (column: TableColumn) => string,
  unit: LengthUnit,
  station: GapPlace,
  gauge: Instrument,
  at: string,
): NewRow<Extract<OfTable, { kind: 'leaf' }>> {
  const answer = ANSWERS.find(
    (a) => a === plain(cell('answer')) || LEAF_ANSWERS[a] === plain(cell('answer')),
  );
  if (!answer)
    return unread(
      `“${cell('answer')}” is no answer of a leaf: ${ANSWERS.map((a) => LEAF_ANSWERS[a]).join(', ')}.`,
    );
  const stack = cell('value')
    .split('+')
    .map((part) => {
      const leaf = parseReading(part, { unit });
      if (!leaf.ok) return unread(leaf.sentence);
      return gauge.leaves.includes(leaf.value)
        ? leaf.value
        : unread(`${gauge.name} holds no leaf of ${part.trim()}.`);
    });
  return { kind: 'leaf', at, station, instrumentId: gauge.id, stack, answer };
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
    const kind = kindOf(context, station);
    const gauge = gaugeOf(context, cell('gauge'), defaults.instrumentId, station, kind);
    const unit = plain(cell('unit')) || defaults.unit;
    if (unit !== 'mm' && unit !== 'in') return unread(`“${cell('unit')}” is no unit here: mm or in.`);
    const at = timeOf(cell('time'), defaults.at);
    if (kind.sense === 'gap') return { ok: true, entry: leafRow(cell, unit, station as GapPlace, gauge, at) };
    const parsed = parseReading(cell('value'), { unit });
    if (!parsed.ok) return unread(parsed.sentence);
    if (parsed.value < 0 || (parsed.value === 0 && kind.sense !== 'travel'))
      return unread('A size of nothing.');
    const text = parsed.unitTyped || unit === gauge.unit ? cell('value') : `${cell('value')} ${unit}`;
    return {
      ok: true,
      entry: {
        kind: 'reading',
        at,
        station: ('depth' in station ? { ...station, depth: nm(station.depth) } : station) as SizePlace,
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
