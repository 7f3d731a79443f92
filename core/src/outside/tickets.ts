import { fact, type JobFile } from '../job/index.js';
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
  /** How often it went out: 1 the first time, one more each time it was not accepted. */
  readonly turn: number;
}

const OUT: ReadonlySet<TicketState> = new Set(['sent', 'accepted', 'quoted', 'ready', 'rejected']);

/** What may follow what: a firm that answers late or twice moves nothing backwards, and nothing that is back. */
const FOLLOWS: Readonly<Record<TicketState, readonly NewsKind[]>> = {
  written: ['sent', 'cancelled'],
  sent: ['accepted', 'quoted', 'ready', 'back', 'refused', 'cancelled'],
  accepted: ['quoted', 'ready', 'back', 'refused', 'cancelled'],
  quoted: ['ready', 'back', 'refused', 'cancelled'],
  ready: ['back', 'cancelled'],
  back: ['rejected', 'passed'],
  // Rejected work goes round again: ready and back once more, never taken in anew.
  rejected: ['ready', 'back', 'cancelled'],
  refused: [],
  passed: [],
  cancelled: [],
};

/** Whether a piece of news moves a ticket on from where it stands. */
export const movesOn = (state: TicketState, what: NewsKind): boolean => FOLLOWS[state].includes(what);

function standing(ticket: Ticket, news: readonly TicketNews[]): TicketStanding {
  let state: TicketState = 'written';
  let outSince: string | null = null;
  let turn = 1;
  for (const n of news) {
    if (!movesOn(state, n.what)) continue;
    if (OUT.has(n.what) && !OUT.has(state)) outSince = n.at;
    if (n.what === 'rejected') turn += 1;
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
    turn,
  };
}

/** Every ticket of a job as it stands, oldest first. */
export const ticketsOf = fact('ticketsOf', (file: JobFile): readonly TicketStanding[] => {
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
