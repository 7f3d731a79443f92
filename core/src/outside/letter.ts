import { OUTSIDE_WORKS, type JobFile } from '../job/index.js';
import { directionName } from '../specs/index.js';
import { depthText, withUnit, type LengthUnit, nm } from '../units/index.js';
import { capital, finishText, printedDay, type Block } from '../verdicts/index.js';
import { returnedBores, type ReturnedBore } from './returns.js';
import { NEWS } from './ticketEntries.js';
import type { TicketStanding } from './tickets.js';

/** How far a reading lies outside what was asked for, nm, positive over, negative under; nought inside. */
export const offBy = ({ low, high }: Pick<ReturnedBore, 'low' | 'high'>, value: number): number =>
  high !== null && value > high ? value - high : low !== null && value < low ? value - low : 0;

/** What the ticket asked of a line, in the unit it was written in. */
export const askedText = (
  { low, high }: Pick<ReturnedBore, 'low' | 'high'>,
  unit: LengthUnit,
): string | null =>
  low === null || high === null ? null : finishText({ low: nm(low), high: nm(high) }, unit);

/**
 * The letter that goes with work that is not accepted: what was asked, what was found place by place and how surely, and
 * what the firm's own readings said. Nobody's readings are left out.
 */
export function letterOf(file: JobFile, standing: TicketStanding): readonly Block[] {
  const { ticket, news } = standing;
  const { unit } = ticket;
  const text = (v: number) => withUnit(nm(Math.round(v)), { unit, step: 1_000 });
  const rejected = news.findLast((n) => n.what === 'rejected');
  const bores = returnedBores(file, standing);
  const rows = bores.flatMap((b) =>
    b.places.map((p) => {
      const off = offBy(b, p.value);
      return [
        file.engine.cylinders[b.cylinder]!,
        `${depthText(nm(p.depth), unit)} down, ${directionName(file.engine, p.angle)}`,
        text(p.value),
        off === 0 ? 'inside' : `${text(Math.abs(off))} ${off > 0 ? 'over' : 'under'}`,
        `± ${text(2 * p.u)}`,
      ];
    }),
  );
  const theirs = bores.flatMap((b) =>
    b.theirs.map((t) => [file.engine.cylinders[b.cylinder]!, t.where, text(t.value)]),
  );
  return [
    {
      kind: 'text',
      text: `${ticket.firm}: ${OUTSIDE_WORKS[ticket.what]}, ticket of ${printedDay(ticket.at)}, job ${String(file.job.number).padStart(4, '0')}.`,
    },
    ...bores.flatMap((b): Block[] => {
      const asked = askedText(b, unit);
      return asked
        ? [
            {
              kind: 'text',
              text: `${capital(file.engine.cylinders[b.cylinder]!)}: asked for ${asked} ${unit}.`,
            },
          ]
        : [];
    }),
    ...(rejected ? [{ kind: 'text' as const, text: `Not accepted: ${rejected.text.trim()}` }] : []),
    ...(rows.length > 0
      ? [
          {
            kind: 'table' as const,
            heads: ['cylinder', 'where', 'we read', 'against the ticket', 'at 95 %'],
            rows,
          },
        ]
      : []),
    ...(theirs.length > 0
      ? [{ kind: 'table' as const, heads: ['cylinder', 'where', 'you read'], rows: theirs }]
      : []),
  ];
}

/** What happened to a ticket, one line each. */
export const newsRows = ({ news }: TicketStanding): readonly (readonly string[])[] =>
  news.map((n) => [printedDay(n.at), NEWS[n.what], n.firm ? 'the firm' : n.by, n.text]);
