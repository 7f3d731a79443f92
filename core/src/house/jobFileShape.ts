import { instrumentShape } from '../gauges/index.js';
import { amountShape, decisionShape, firmShape, jobShape } from '../job/index.js';
import { MOST_ENTRIES, name, time, title } from '../ledger/index.js';
import {
  also,
  byKind,
  id,
  integer,
  list,
  number,
  object,
  oneOf,
  text,
  withDefs,
  type Shape,
} from '../shape/index.js';
import { engineFactsShape, kitShape, limitShape, shopRuleShape, type SheetPart } from '../specs/index.js';
import type { Room } from '../verdicts/index.js';
import { HOUSE, KINDS, kindsOf, sheetsOf } from './house.js';

/** An engine's sheet; with no parts in the house nothing is said of them. */
export const engineShapeOf = (sheets: readonly SheetPart[]) =>
  also(
    engineFactsShape,
    { limits: list(limitShape, 0, 500), kits: list(kitShape, 0, 100) },
    sheets.length === 0
      ? {}
      : { parts: object({}, Object.fromEntries(sheets.map((p) => [p.name, p.shape]))) },
  );

const study = object({
  instrumentId: id,
  by: name,
  at: time,
  s: number(1, 10_000_000),
  repeats: integer(2, 1000),
});

const costs = object({
  currency: text(12),
  taxPerMyriad: integer(0, 10_000),
  hourlyRate: amountShape,
  enough: number(0.5, 0.999),
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
      {
        unit: oneOf('mm', 'in'),
        costs,
        firms: list(firmShape, 0, 40),
        sheetRules: list(shopRuleShape, 0, 60),
      },
    ),
    engine: engineShapeOf(sheetsOf(rooms)),
    instruments: list(instrumentShape, 0, 500),
    studies: list(study, 0, 10_000),
    job: jobShape,
    log: list(
      byKind('kind', Object.fromEntries(kindsOf(rooms).map((k) => [k.kind, k.shape]))),
      0,
      MOST_ENTRIES,
    ),
    decisions: list(decisionShape, 0, 1000),
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
