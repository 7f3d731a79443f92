import { INSTRUMENT_TYPES } from '../gauges/index.js';
import { OUTSIDE_WORK_KEYS, ROUTE_NAMES } from '../job/index.js';
import { angle, day, MOST_ENTRIES, name, size, time, title } from '../ledger/index.js';
import {
  boolean,
  byKind,
  id,
  integer,
  list,
  number,
  object,
  oneOf,
  orNull,
  text,
  withDefs,
  type Shape,
} from '../shape/index.js';
import { EXPANSION, FEATURE_KEYS, SOURCE, type SheetPart } from '../specs/index.js';
import type { Room } from '../verdicts/index.js';
import { HOUSE, KINDS, kindsOf, sheetsOf } from './house.js';

const material = oneOf(...Object.keys(EXPANSION));
const wall = oneOf('iron-sleeve', 'plated', 'chrome');
const state = oneOf('new', 'service');
const feature = oneOf(...FEATURE_KEYS);

const figure = orNull(number(-1e9, 1e9));

export const limitShape = object(
  {
    id,
    feature,
    state,
    low: figure,
    high: figure,
    unit: oneOf('mm', 'in', 'kPa', 'bar', 'psi', 'bar/min', '×', '%', '°'),
    conditions: object(
      {},
      {
        yearFrom: integer(1900, 2200),
        yearTo: integer(1900, 2200),
        serialFrom: name,
        serialTo: name,
        code: name,
        wall,
        use: name,
        build: object({ head: name, cams: name, piston: name, gasket: name }),
      },
    ),
    source: SOURCE,
  },
  {
    rows: list(object({ below: orNull(number(0, 1e12)), low: number(0, 1e9) }), 1, 50),
    target: number(-1e9, 1e9),
    taper: oneOf('worst-direction', 'top-bottom', 'cross-depth'),
  },
);

export const kitShape = object({
  id,
  maker: title,
  name: title,
  oversize: size,
  piston: size,
  material,
  gaugeHeight: orNull(size),
});

/** An engine's sheet; with no parts in the house nothing is said of them. */
export const engineShapeOf = (sheets: readonly SheetPart[]) =>
  object(
    {
      id,
      maker: title,
      model: title,
      kind: oneOf('motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'),
      strokes: oneOf(2, 4),
      cylinders: list(title, 1, 12),
      bore: integer(5_000_000, 500_000_000),
      stroke: integer(5_000_000, 500_000_000),
      wall,
      zeroAt: name,
      pinAxisDeg: angle,
      depths: object({ top: size, mid: size, low: size }),
      wallDepth: size,
      ports: list(
        object({ name, roof: size, floor: size, from: number(-360, 360), to: number(-360, 720) }),
        0,
        40,
      ),
      sleeveOuter: orNull(size),
      pin: orNull(size),
      cooling: oneOf('liquid', 'air'),
      year: orNull(integer(1900, 2200)),
      code: orNull(name),
      limits: list(limitShape, 0, 500),
      kits: list(kitShape, 0, 100),
    },
    sheets.length === 0
      ? {}
      : { parts: object({}, Object.fromEntries(sheets.map((p) => [p.name, p.shape]))) },
  );

const instrument = object({
  id,
  name: title,
  type: oneOf(...INSTRUMENT_TYPES),
  unit: oneOf('mm', 'in'),
  resolution: integer(1, 10_000_000),
  repeatability: integer(1, 10_000_000),
  studyRepeats: orNull(integer(2, 1000)),
  maxError: integer(0, 10_000_000),
  rangeLow: size,
  rangeHigh: size,
  contacts: oneOf(2, 3),
  setting: byKind('kind', {
    none: object({ kind: oneOf('none') }),
    ring: object({ kind: oneOf('ring'), u: number(0, 1_000_000) }),
    micrometer: object({ kind: oneOf('micrometer'), instrumentId: id }),
  }),
  travel: orNull(integer(1, 100_000_000)),
  leaves: list(integer(1, 100_000_000), 0, 200),
  calibrationDue: orNull(day),
  retiredOn: orNull(day),
  importedBy: orNull(name),
});

const study = object({
  instrumentId: id,
  by: name,
  at: time,
  s: number(1, 10_000_000),
  repeats: integer(2, 1000),
});

const amount = integer(0, 9_000_000_000);
const costs = object({
  currency: text(12),
  taxPerMyriad: integer(0, 10_000),
  hourlyRate: amount,
  enough: number(0.5, 0.999),
});
const lead = object({ soonest: number(0, 400), usual: number(0, 400), latest: number(0, 400) });
const firm = object({
  id,
  name: title,
  unit: oneOf('mm', 'in'),
  works: list(object({ what: oneOf(...OUTSIDE_WORK_KEYS), price: amount, days: lead }), 0, 12),
  freight: amount,
  learned: object(
    { bias: number(-1e6, 1e6), spread: number(1, 1e6), returns: integer(0, 1_000_000) },
    { biasU: number(1, 1e6) },
  ),
});

/** The job file as the rooms of a house make it. */
export const jobFileShapeOf = (rooms: readonly Room[]): Shape =>
  object({
    format: oneOf('tribos-job'),
    version: oneOf(6),
    shop: object(
      {
        name: title,
        rules: object({ wearThreshold: number(0.8, 0.999) }),
        allowance: object({ clearance: integer(0, 1_000_000), reason: text(500) }),
      },
      { unit: oneOf('mm', 'in'), costs, firms: list(firm, 0, 40) },
    ),
    engine: engineShapeOf(sheetsOf(rooms)),
    instruments: list(instrument, 0, 500),
    studies: list(study, 0, 10_000),
    job: object({
      id,
      number: integer(1, 1_000_000_000),
      customer: title,
      machine: title,
      engineNumber: name,
      use: name,
      complaint: text(),
      bench: orNull(name),
      promised: orNull(day),
      plan: oneOf('quick', 'usual', 'full'),
      seized: boolean,
      thermal: object({
        celsius: number(-30, 60),
        measured: boolean,
        sameBench: boolean,
        cylinder: orNull(number(-30, 200)),
        piston: orNull(number(-30, 200)),
      }),
      fitted: object({ piston: orNull(name), ring: orNull(name) }),
      overrides: list(
        object({ feature, state, limitId: id, reason: text(), by: name, importedBy: orNull(name) }),
        0,
        100,
      ),
      variant: object({ year: orNull(integer(1900, 2200)), code: orNull(name), use: orNull(name) }),
    }),
    log: list(
      byKind('kind', Object.fromEntries(kindsOf(rooms).map((k) => [k.kind, k.shape]))),
      0,
      MOST_ENTRIES,
    ),
    decisions: list(
      object({
        id,
        at: time,
        by: name,
        importedBy: orNull(name),
        route: oneOf(...ROUTE_NAMES),
        kitId: orNull(id),
        reason: text(),
      }),
      0,
      1000,
    ),
  });

export const jobFileShape = jobFileShapeOf(HOUSE);

/** The JSON Schema published for the job file, format version 6. */
export const jobFileSchema = withDefs({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:tribos:job-file:6',
  title: 'Tribos job file, version 6',
  description:
    'One engine on the bench: its limits with their sources, the gauges, every reading as typed, and what was decided. Lengths are integer nanometres.',
  ...jobFileShape.schema,
});

/** The JSON Schema of an entry as a screen sends it: without what only its reader adds. */
export const entrySchema = withDefs({
  description:
    'Something written to the log of a job: a reading, what was tried, done, found, or taken back.',
  anyOf: KINDS.map((k) => k.body.schema),
});
