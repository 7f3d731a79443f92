import { derived, type JobFile } from '../job/index.js';
import { TICKET, TICKET_NEWS, type NewsKind, type Ticket, type TicketNews } from './ticketEntries.js';

/** Where a ticket stands: what last happened to it. */
export type TicketState = 'written' | NewsKind;

/** A ticket with everything that was heard of it. */
export interface TicketStanding {
  readonly ticket: Ticket;
  readonly news: readonly TicketNews[];
  readonly state: TicketState;
  /** ISO time since when it is out; null where it is in the shop. */
  readonly outSince: string | null;
  /** Day it is due; null where nobody said. */
  readonly due: string | null;
  readonly price: TicketNews['price'];
  /** The firm's own readings, the last it gave. */
  readonly theirs: TicketNews['readings'];
}

const OUT: ReadonlySet<TicketState> = new Set(['sent', 'accepted', 'quoted', 'ready', 'rejected']);

/** What may follow what: a firm that answers late or twice moves nothing backwards. */
const RANK: Record<TicketState, number> = {
  written: 0,
  sent: 1,
  accepted: 2,
  quoted: 3,
  ready: 4,
  back: 5,
  rejected: 6,
  refused: 9,
  passed: 9,
  cancelled: 9,
};

function standing(ticket: Ticket, news: readonly TicketNews[]): TicketStanding {
  let state: TicketState = 'written';
  let outSince: string | null = null;
  for (const n of news) {
    // Rejected work goes round again: ready and back once more, never accepted anew.
    const again = state === 'rejected' && (n.what === 'ready' || n.what === 'back');
    if (RANK[state] === 9 || (RANK[n.what] <= RANK[state] && !again)) continue;
    if (OUT.has(n.what) && !OUT.has(state)) outSince = n.at;
    state = n.what;
  }
  const last = <T>(of: (n: TicketNews) => T | null): T | null =>
    news.reduce<T | null>((value, n) => of(n) ?? value, null);
  return {
    ticket,
    news,
    state,
    outSince: OUT.has(state) ? outSince : null,
    due: last((n) => n.due),
    price: last((n) => n.price),
    theirs: last((n) => (n.readings.length > 0 ? n.readings : null)) ?? [],
  };
}

/** Every ticket of a job as it stands, oldest first. */
export const ticketsOf = derived((file: JobFile): readonly TicketStanding[] => {
  const news = TICKET_NEWS.in(file.log);
  return TICKET.in(file.log).map((ticket) =>
    standing(
      ticket,
      news.filter((n) => n.of === ticket.id),
    ),
  );
});

/** Tickets whose work is out. */
export const outNow = (file: JobFile): readonly TicketStanding[] =>
  ticketsOf(file).filter((t) => t.outSince !== null);

/** Tickets back from outside that nobody has accepted or rejected yet. */
export const toInspect = (file: JobFile): readonly TicketStanding[] =>
  ticketsOf(file).filter((t) => t.state === 'back');
