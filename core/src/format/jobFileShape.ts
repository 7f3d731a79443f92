import { FEATURE_KEYS } from '../specs/feature.js';
import { FINDINGS } from '../readings/log.js';
import { WORK_KINDS } from '../readings/reopens.js';
import { ROUTE_NAMES } from '../jobs/jobFile.js';
import { SLIP_CODES } from '../readings/slips.js';
import { EXPANSION } from '../specs/material.js';
import {
  boolean,
  byKind,
  integer,
  list,
  number,
  object,
  oneOf,
  orNull,
  pattern,
  text,
  type Shape,
} from './shape.js';

/** Ten metres either way: what the parser takes. */
const length = integer(-10_000_000_000, 10_000_000_000);
const size = integer(0, 1_000_000_000);
const id = pattern('^[0-9A-Za-z._-]{1,64}$', 'an id of letters, digits, dots and dashes');
const time = pattern('^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$', 'an ISO time in UTC');
const day = pattern('^\\d{4}-\\d{2}-\\d{2}$', 'a day YYYY-MM-DD');
const name = text(200);
const angle = number(0, 359.999);
const material = oneOf(...Object.keys(EXPANSION));
const wall = oneOf('iron-sleeve', 'plated', 'chrome');
const state = oneOf('new', 'service');
const feature = oneOf(...FEATURE_KEYS);

const source = object({
  type: oneOf('engine-maker', 'part-maker', 'machinist', 'shop-rule', 'adoption'),
  party: name,
  document: name,
  page: name,
  revision: name,
  enteredBy: name,
  checkedBy: orNull(name),
});

const figure = orNull(number(-1e9, 1e9));

const limit = object(
  {
    id,
    feature,
    state,
    low: figure,
    high: figure,
    unit: oneOf('mm', 'in', 'kPa', 'bar', 'bar/min', '×'),
    conditions: object(
      {},
      { yearFrom: integer(1900, 2200), yearTo: integer(1900, 2200), code: name, wall, use: name },
    ),
    source,
  },
  {
    rows: list(object({ below: orNull(number(0, 1e12)), low: number(0, 1e9) }), 1, 50),
    taper: oneOf('worst-direction', 'top-bottom', 'cross-depth'),
  },
);

const engine = object({
  id,
  maker: name,
  model: name,
  kind: oneOf('motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'),
  strokes: oneOf(2, 4),
  cylinders: list(name, 1, 12),
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
  limits: list(limit, 0, 500),
  kits: list(
    object({ id, maker: name, name, oversize: size, piston: size, material, gaugeHeight: orNull(size) }),
    0,
    100,
  ),
});

const instrument = object({
  id,
  name,
  type: oneOf('dial-bore', 'telescoping', 'micrometer', 'calliper', 'leaf'),
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
});

const study = object({
  instrumentId: id,
  by: name,
  at: time,
  s: number(1, 10_000_000),
  repeats: integer(2, 1000),
});

const cylinder = integer(0, 11);
const gaps = {
  clearance: object({ part: oneOf('clearance'), cylinder, kit: orNull(id) }),
  'ring-gap': object({
    part: oneOf('ring-gap'),
    cylinder,
    ring: oneOf('top', 'second'),
    depth: size,
  }),
};
const sizes = {
  bore: object({ part: oneOf('bore'), cylinder, depth: size, angle }),
  land: object({ part: oneOf('land'), cylinder }),
  piston: object({
    part: oneOf('piston'),
    cylinder,
    place: oneOf('gauge-height', 'crown', 'skirt-edge', 'pin-axis', 'at-ports'),
    kit: orNull(id),
  }),
  pin: object({ part: oneOf('pin'), cylinder, place: oneOf('middle', 'end') }),
  'pin-bore': object({ part: oneOf('pin-bore'), cylinder }),
  'small-end': object({ part: oneOf('small-end'), cylinder }),
};
const sizeStation = byKind('part', sizes);
const gapStation = byKind('part', gaps);
const slip = oneOf(...SLIP_CODES);
const work = oneOf(...WORK_KINDS);
const base = { id, at: time, by: name };
const entry = byKind('kind', {
  reading: object({
    ...base,
    kind: oneOf('reading'),
    station: sizeStation,
    instrumentId: id,
    text: text(48),
    unit: oneOf('mm', 'um', 'in', 'thou', 'tenths'),
    value: length,
    step: number(0, 1e9),
    corrects: orNull(object({ readingId: id, slip })),
    zeroId: orNull(id),
    seen: orNull(id),
  }),
  leaf: object({
    ...base,
    kind: oneOf('leaf'),
    station: gapStation,
    instrumentId: id,
    stack: list(integer(1, 100_000_000), 1, 3),
    answer: oneOf('goes', 'drags', 'does-not'),
  }),
  zero: object({
    ...base,
    kind: oneOf('zero'),
    instrumentId: id,
    in: byKind('kind', {
      micrometer: object({ kind: oneOf('micrometer'), instrumentId: id }),
      ring: object({ kind: oneOf('ring'), u: number(0, 1_000_000) }),
    }),
    text: text(48),
    value: size,
    needle: oneOf('clockwise-larger', 'clockwise-smaller'),
    repeats: integer(1, 20),
  }),
  'closing-zero': object({ ...base, kind: oneOf('closing-zero'), zeroId: id, text: text(48), value: length }),
  'take-back': object({ ...base, kind: oneOf('take-back'), readingId: id }),
  answer: object({ ...base, kind: oneOf('answer'), readingId: id, slip }),
  finding: object({
    ...base,
    kind: oneOf('finding'),
    cylinder,
    what: oneOf(...Object.keys(FINDINGS)),
    place: orNull(object({ depth: size, angle })),
    deep: orNull(integer(0, 10_000_000)),
    nail: orNull(oneOf('catches', 'slides')),
  }),
  work: object({
    ...base,
    kind: oneOf('work'),
    what: work,
    cylinder: orNull(cylinder),
    kitId: orNull(id),
    ticket: orNull(object({ low: size, high: size })),
    text: text(),
  }),
  note: object({ ...base, kind: oneOf('note'), text: text() }),
});

export const jobFileShape: Shape = object({
  format: oneOf('tribos-job'),
  version: oneOf(3),
  shop: object({
    name,
    rules: object({ wearThreshold: number(0.8, 0.999) }),
    allowance: object({ clearance: integer(0, 1_000_000), reason: text(500) }),
  }),
  engine,
  instruments: list(instrument, 0, 500),
  studies: list(study, 0, 10_000),
  job: object({
    id,
    number: integer(1, 1_000_000_000),
    customer: name,
    machine: name,
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
    overrides: list(object({ feature, state, limitId: id, reason: text(), by: name }), 0, 100),
  }),
  log: list(entry),
  decisions: list(
    object({ id, at: time, by: name, route: oneOf(...ROUTE_NAMES), kitId: orNull(id), reason: text() }),
    0,
    1000,
  ),
});

/** The JSON Schema published for the job file, format version 3. */
export const jobFileSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:tribos:job-file:3',
  title: 'Tribos job file, version 3',
  description:
    'One engine on the bench: its limits with their sources, the gauges, every reading as typed, and what was decided. Lengths are integer nanometres.',
  ...jobFileShape.schema,
};
