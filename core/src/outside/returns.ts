import { boresOf } from '../bore/index.js';
import { wallOf, type JobFile, type OutsideWork } from '../job/index.js';
import type { BodyOf } from '../ledger/index.js';
import type { WORK_DONE, WorkKind } from '../cylinder/index.js';
import { linear, uncertaintyOf } from '../gauges/index.js';
import { nm } from '../units/index.js';
import type { Ticket } from './ticketEntries.js';
import { ticketsOf, type TicketStanding } from './tickets.js';
import type { Returned } from './learned.js';

/** What is written into the log when work comes back. */
const WORK_OF: Record<OutsideWork, WorkKind | null> = {
  bore: 'bored',
  replate: 'replated',
  sleeve: 'sleeved',
  exchange: 'exchanged',
  head: null,
  crank: null,
};

export type BackEntry = Omit<BodyOf<typeof WORK_DONE>, 'id' | 'at'>;

/** The part that went out by itself, and is back from outside; null for a wall. */
export const partOfTicket = ({
  what,
}: Pick<Ticket, 'what'>): { readonly of: string; readonly name: string } | null =>
  what === 'head' || what === 'crank' ? { of: what, name: what === 'head' ? 'head' : 'crankshaft' } : null;

/** Work entries of a ticket that came back: each bore's new wall is held against the very digits that were asked for. */
export const workOfTicket = (ticket: Ticket): readonly BackEntry[] => {
  const what = WORK_OF[ticket.what];
  return what === null
    ? []
    : ticket.lines.map((l) => ({
        kind: 'work' as const,
        what,
        cylinder: l.cylinder,
        kitId: ticket.kitId,
        ticket:
          l.low !== null && l.high !== null
            ? { low: l.low, high: l.high, round: ticket.round, taper: ticket.taper }
            : null,
        text: `${ticket.firm}, ticket`,
      }));
};

/** A bore that came back, place by place: ours, theirs, and whether each is inside. */
export interface ReturnedBore {
  readonly cylinder: number;
  readonly low: number | null;
  readonly high: number | null;
  readonly places: readonly {
    readonly depth: number;
    readonly angle: number;
    readonly value: number;
    readonly u: number;
    readonly inside: boolean;
  }[];
  readonly theirs: readonly { readonly where: string; readonly value: number }[];
  /** Every place of its plan is read since it came back. */
  readonly complete: boolean;
}

/** When a ticket's work came back last, ISO time; empty where it never did: it has made no wall. */
const backAt = ({ news }: TicketStanding): string => news.findLast((n) => n.what === 'back')?.at ?? '';

/** The ticket whose return made the wall a cylinder has: the last that came back before that was written down. */
function madeBy(file: JobFile, cylinder: number): string | null {
  const wall = wallOf(file, cylinder);
  if (!wall) return null;
  const back = ticketsOf(file)
    .filter((t) => t.ticket.lines.some((l) => l.cylinder === cylinder))
    .filter((t) => backAt(t) !== '' && backAt(t) <= wall.work.at)
    .sort((a, b) => (backAt(a) < backAt(b) ? -1 : 1));
  return back.at(-1)?.ticket.id ?? null;
}

/** Whether the wall of a line is the one this ticket made, to its very digits. */
const isItsWall = (file: JobFile, ticket: Ticket, cylinder: number): boolean => {
  const wall = wallOf(file, cylinder);
  const line = ticket.lines.find((l) => l.cylinder === cylinder);
  return (
    madeBy(file, cylinder) === ticket.id &&
    (wall?.ticket?.low ?? null) === (line?.low ?? null) &&
    (wall?.ticket?.high ?? null) === (line?.high ?? null)
  );
};

/** What was read of a ticket's bores since they came back. */
export function returnedBores(file: JobFile, { ticket, theirs }: TicketStanding): readonly ReturnedBore[] {
  const bores = boresOf(file, 'mm');
  return ticket.lines.map(({ cylinder, low, high }): ReturnedBore => {
    const bore = bores[cylinder]!;
    const own = isItsWall(file, ticket, cylinder) ? bore : null;
    return {
      cylinder,
      low,
      high,
      places:
        own?.survey?.depths.flatMap((d) =>
          d.readings.map((r) => ({
            depth: d.depth,
            angle: r.angle,
            value: r.of.value,
            u: uncertaintyOf(r.of).u,
            inside: (low === null || r.of.value >= low) && (high === null || r.of.value <= high),
          })),
        ) ?? [],
      theirs: theirs.filter((t) => t.cylinder === cylinder),
      complete:
        own !== null &&
        own.survey !== null &&
        own.blockedBy === null &&
        own.progress.read >= own.progress.planned,
    };
  });
}

/**
 * What is missing before work that somebody accepted is proved: every place of its plan read since it came back, and
 * each inside what was asked. Asked again whenever it is shown, so that a word from elsewhere proves nothing, nor what
 * was read anew since.
 * @returns the sentence; null where nothing is missing
 */
export function unproved(file: JobFile, standing: TicketStanding): string | null {
  const bores = returnedBores(file, standing).filter((b) => b.low !== null);
  const names = (of: readonly ReturnedBore[]) => of.map((b) => file.engine.cylinders[b.cylinder]).join(', ');
  const outside = bores.filter((b) => b.places.some((p) => !p.inside));
  if (outside.length > 0) return `outside the ticket where it was read: ${names(outside)}`;
  const unread = bores.filter((b) => !b.complete);
  return unread.length > 0 ? `not read place by place since it came back: ${names(unread)}` : null;
}

/** A returned bore as it teaches what a firm does: the mean of its readings against what was aimed at. */
export interface Lesson extends Returned {
  readonly ticket: string;
  readonly firm: string;
  readonly what: OutsideWork;
  readonly cylinder: number;
  readonly at: string;
}

/** What every complete return of a job says of its firm, oldest first. */
export function lessonsOf(file: JobFile): readonly Lesson[] {
  const bores = boresOf(file, 'mm');
  return ticketsOf(file).flatMap((standing) =>
    returnedBores(file, standing).flatMap((r): Lesson[] => {
      const { ticket } = standing;
      const line = ticket.lines.find((l) => l.cylinder === r.cylinder)!;
      const readings = bores[r.cylinder]?.survey?.depths.flatMap((d) => d.readings.map((x) => x.of)) ?? [];
      if (!r.complete || line.aim === null || readings.length === 0) return [];
      const mean = linear(readings.map((of) => ({ of, c: 1 / readings.length })));
      return [
        {
          ticket: ticket.id,
          firm: ticket.firm,
          what: ticket.what,
          cylinder: r.cylinder,
          asked: line.aim,
          found: nm(Math.round(mean.value)),
          u: uncertaintyOf(mean).u,
          at: wallOf(file, r.cylinder)!.work.at,
        },
      ];
    }),
  );
}
