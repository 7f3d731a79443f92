import { engineWallShape } from '../specs/index.js';
import { OUTSIDE_WORK_KEYS, type JobFile } from '../job/index.js';
import { cylinder } from '../ledger/index.js';
import {
  boolean,
  id,
  integer,
  list,
  object,
  oneOf,
  orNull,
  pattern,
  text,
  type Of,
  withDefs,
} from '../shape/index.js';
import { formatLength, nm, type LengthUnit } from '../units/index.js';
import { MACHINIST_GRID } from '../fit/index.js';
import type { TicketStanding } from './tickets.js';

/** A size as it is printed: the very digits of the ticket. */
export const digits = pattern('^\\d{1,4}\\.\\d{1,6}$', 'a size as it is printed, like 77.503');

const orderShape = object({
  format: oneOf('tribos-order'),
  version: oneOf(1),
  /** Id of the ticket: sending it again changes nothing. */
  id,
  /** How often it comes: one more each time it was not accepted. */
  turn: integer(1, 99),
  shop: text(120),
  job: text(20),
  machine: text(300),
  what: oneOf(...OUTSIDE_WORK_KEYS),
  wall: engineWallShape,
  unit: oneOf('mm', 'in'),
  lines: list(
    object({
      cylinder,
      name: text(60),
      mark: text(60),
      piston: orNull(digits),
      low: orNull(digits),
      high: orNull(digits),
      aim: orNull(digits),
    }),
    1,
    12,
  ),
  /** Out-of-round and taper allowed. */
  roundness: orNull(digits),
  taper: orNull(digits),
  hatch: orNull(text(8)),
  finish: text(120),
  deck: orNull(digits),
  chamfer: boolean,
  wash: boolean,
  readings: boolean,
  text: text(500),
  /** Why it comes again; empty the first time. */
  rejected: text(1000),
});

/** A ticket as it goes over a firm's line. */
export type Order = Of<typeof orderShape>;

export const published = (what: string, schema: Record<string, unknown>, description: string) =>
  withDefs({
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:tribos:outside-${what}:1`,
    title: `Tribos outside ${what}, version 1`,
    description,
    ...schema,
  });

/** The JSON Schema published for it. */
export const orderSchema = published(
  'order',
  orderShape.schema,
  'Work asked of a firm. Sizes are the printed digits of the ticket, in its unit.',
);
/** The ticket as its firm's line is told of it: the digits that stand on the paper. */
export function orderOf(file: JobFile, { ticket, news, turn }: TicketStanding): Order {
  const grid = MACHINIST_GRID[ticket.unit];
  const written = (unit: LengthUnit, step: number) => (value: number | null) =>
    value === null ? null : formatLength(nm(Math.round(value)), { unit, step });
  const size = written(ticket.unit, grid);
  const fine = written(ticket.unit, 1_000);
  return {
    format: 'tribos-order',
    version: 1,
    id: ticket.id,
    turn,
    shop: file.shop.name,
    job: String(file.job.number).padStart(4, '0'),
    machine: file.job.machine,
    what: ticket.what,
    wall: file.engine.wall,
    unit: ticket.unit,
    lines: ticket.lines.map((l) => ({
      cylinder: l.cylinder,
      name: file.engine.cylinders[l.cylinder]!,
      mark: l.mark,
      piston: fine(l.piston),
      low: size(l.low),
      high: size(l.high),
      aim: size(l.aim),
    })),
    roundness: fine(ticket.round),
    taper: fine(ticket.taper),
    hatch: ticket.hatch === null ? null : String(ticket.hatch),
    finish: ticket.finish,
    deck: fine(ticket.deck),
    chamfer: ticket.chamfer,
    wash: ticket.wash,
    readings: ticket.readings,
    text: ticket.text,
    rejected: turn === 1 ? '' : (news.findLast((n) => n.what === 'rejected')?.text ?? ''),
  };
}
