import { placesRead, borePlan, pistonPlace } from '../readings/index.js';
import { READING, WORK_DONE, type BorePlace, type PistonPlace } from '../cylinder/index.js';
import { ledgerOf, placeKey, takenAt } from '../ledger/index.js';
import { OUTSIDE_WORKS, pistonAsked, ROUTES, standingDecision, wallOf, type JobFile } from '../job/index.js';
import { outsideOf } from '../routes/index.js';
import { moneyText } from '../money/index.js';
import { nm, withUnit, type LengthUnit } from '../units/index.js';
import {
  capital,
  cylinderOf,
  partOf,
  placeName,
  printedDay,
  type Action,
  type Block,
  type Blocker,
  type Found,
  type Room,
  type Section,
} from '../verdicts/index.js';
import { askedText, letterOf, newsRows } from './letter.js';
import { partOfTicket, returnedBores, unproved } from './returns.js';
import { NEWS, TICKET, TICKET_NEWS } from './ticketEntries.js';
import { outNow, ticketsOf, toInspect, type TicketStanding } from './tickets.js';

const who = (file: JobFile, { ticket }: TicketStanding): string =>
  partOfTicket(ticket)
    ? `the ${partOfTicket(ticket)!.name}`
    : ticket.lines.length === file.engine.cylinders.length
      ? file.engine.cylinders.length === 1
        ? 'the cylinder'
        : 'all cylinders'
      : ticket.lines.map((l) => file.engine.cylinders[l.cylinder]).join(', ');

/** How it is said that work was accepted: with what does not prove it. */
export const acceptedWords = (file: JobFile, t: TicketStanding): string => {
  const word = t.news.findLast((n) => n.what === 'passed')?.text.trim() ?? '';
  const missing = unproved(file, t);
  return missing !== null
    ? `accepted by word only, ${missing}`
    : word === ''
      ? 'accepted'
      : `accepted without a measure: ${word}`;
};

/** Whether the wall of every cylinder is another since a decision. */
const isBack = (file: JobFile, since: string): boolean =>
  file.engine.cylinders.some((_, i) => {
    const wall = wallOf(file, i);
    return wall !== null && wall.work.at > since;
  });

/** Whether a job waits for work it has decided on, and nobody has sent it yet. */
export function toSend(file: JobFile): string | null {
  const decision = standingDecision(file);
  if (!decision || outsideOf(decision.route) === null || isBack(file, decision.at)) return null;
  const after = ticketsOf(file).filter(
    (t) => t.ticket.at > decision.at && t.state !== 'cancelled' && t.state !== 'refused',
  );
  return after.some((t) => t.state !== 'written') ? null : decision.at;
}

function blockers(file: JobFile): Blocker[] {
  const decision = standingDecision(file);
  const waits = toSend(file);
  return [
    ...outNow(file).map((t): Blocker => ({
      key: `ticket:${t.ticket.id}`,
      since: t.outSince!,
      until: t.due,
      sentence: () =>
        `${capital(who(file, t))} at ${t.ticket.firm} since ${printedDay(t.outSince!)}: ${NEWS[t.state as 'sent']}${t.due ? `, due ${printedDay(t.due)}` : ''}.`,
    })),
    ...(waits !== null && decision
      ? [
          {
            key: 'outside',
            since: waits,
            until: null,
            sentence: () => `Waits to be sent out since ${printedDay(waits)}: ${ROUTES[decision.route]}.`,
          },
        ]
      : []),
  ];
}

/** Work that is done outside, or makes another wall of what comes in. */
const OUTSIDE_MAKES: ReadonlySet<string> = new Set(['bored', 'replated', 'sleeved', 'exchanged']);

/** Since when a ticket's work is back and nobody has judged it; null where it is not. */
const backSince = (t: TicketStanding): string | null =>
  t.state === 'back' || t.state === 'passed' || t.state === 'rejected'
    ? (t.news.findLast((n) => n.what === 'back')?.at ?? null)
    : null;

/** Places of a ticket's bores that nobody has read since they came back. */
function unreadOfReturn(file: JobFile, t: TicketStanding): readonly BorePlace[] {
  const places = placesRead(file);
  return t.ticket.lines.flatMap((l) =>
    borePlan(file.engine, file.job.plan, l.cylinder)
      .filter((p) => !p.blocked && !places.has(placeKey(p.station)))
      .map((p) => p.station),
  );
}

/** Pistons bores are made for that nobody has measured; none where each is, or where no size is asked for. */
function pistonsForTicket(file: JobFile): readonly PistonPlace[] {
  if (standingDecision(file)?.route !== 'bore') return [];
  const places = placesRead(file);
  return file.engine.cylinders
    .map((_, i) => pistonPlace(i, pistonAsked(file, i)?.id ?? null))
    .filter((p) => p.kit !== null && !places.has(placeKey(p)));
}

/** What is read of a ticket's bores, all of it inside: only then it is accepted. */
export const mayPass = (file: JobFile, found: Pick<Found, 'figures'>, t: TicketStanding): boolean => {
  const part = partOfTicket(t.ticket);
  // A part by itself is judged by what is measured of it; nothing measured proves nothing.
  if (part) {
    const own = found.figures.filter((f) => partOf(f) === part.of);
    return own.length > 0 && own.every((f) => f.state === 'within');
  }
  const of = new Set(t.ticket.lines.map((l) => l.cylinder));
  const walls = found.figures.filter((f) => f.feature.startsWith('bore') && of.has(cylinderOf(f) ?? -1));
  return (
    returnedBores(file, t).every((b) => b.low === null || b.complete) &&
    // Its size is proved; its shape at least not against it, where two directions cannot tell more.
    walls.every((f) => (f.feature === 'bore' ? f.state === 'within' : f.state !== 'beyond'))
  );
};

function report(file: JobFile): Section[] {
  const blocks = ticketsOf(file).flatMap((t): Block[] => {
    const { ticket } = t;
    const sizes = ticket.lines.flatMap((l) => {
      const asked = askedText(l, ticket.unit);
      return asked
        ? [
            [
              file.engine.cylinders[l.cylinder]!,
              l.piston === null ? '' : withUnit(nm(l.piston), { unit: ticket.unit, step: 1_000 }),
              `${asked} ${ticket.unit}`,
            ],
          ]
        : [];
    });
    const price = t.price === null ? '' : `, ${moneyText(t.price, file.shop.costs?.currency)}`;
    return [
      {
        kind: 'text',
        text: `${ticket.firm}: ${OUTSIDE_WORKS[ticket.what]}, ${t.state === 'written' ? 'written, not sent' : t.state === 'passed' ? acceptedWords(file, t) : NEWS[t.state]}${price}.`,
      },
      ...(sizes.length > 0
        ? [{ kind: 'table' as const, heads: ['cylinder', 'for the piston', 'asked for'], rows: sizes }]
        : []),
      ...(t.news.length > 0
        ? [{ kind: 'table' as const, heads: ['day', 'what', 'who', 'said'], rows: newsRows(t) }]
        : []),
      ...(t.state === 'rejected' ? letterOf(file, t).slice(1) : []),
    ];
  });
  return blocks.length === 0 ? [] : [{ key: 'outside', title: 'Sent out', blocks }];
}

/** Work sent out, what is heard of it, and what comes back held against its ticket. */
export const outside: Room = {
  name: 'outside',
  station: 'outside',
  entries: [TICKET, TICKET_NEWS],
  needless: (file) => {
    const decision = standingDecision(file);
    return decision !== null && outsideOf(decision.route) === null && ticketsOf(file).length === 0;
  },
  steps: (file) => {
    const tickets = ticketsOf(file).filter((t) => t.state !== 'cancelled' && t.state !== 'refused');
    const waits = toSend(file);
    if (tickets.length === 0 && waits === null) return [];
    return [
      ...(waits !== null
        ? [{ key: 'send', done: null, excused: null, sentence: () => 'Write the ticket and send it out.' }]
        : []),
      ...tickets
        .filter((t) => t.state !== 'written')
        .map((t) => ({
          key: `return:${t.ticket.id}`,
          done:
            t.state === 'passed' && unproved(file, t) === null
              ? t.news.findLast((n) => n.what === 'passed')!.id
              : null,
          excused: null,
          sentence: () =>
            t.state === 'passed'
              ? `${capital(who(file, t))} back from ${t.ticket.firm} and ${acceptedWords(file, t)}.`
              : `${capital(who(file, t))} at ${t.ticket.firm}: measured against the ticket when it is back.`,
        })),
    ];
  },
  blockers,
  // What is read of a wall that came back is read against its ticket.
  takes: {
    kinds: [WORK_DONE.kind, READING.kind],
    is: (e, file) => {
      if (WORK_DONE.is(e)) return OUTSIDE_MAKES.has(e.what);
      if (!READING.is(e) || e.station.part !== 'bore') return false;
      const { cylinder } = e.station;
      return ticketsOf(file).some(
        (t) =>
          backSince(t) !== null &&
          takenAt(e) >= backSince(t)! &&
          t.ticket.lines.some((l) => l.cylinder === cylinder),
      );
    },
  },
  actions: (file, { figures }) => [
    {
      urgency: 'read',
      find: (): Action | null => {
        const left = toInspect(file).flatMap((t) => unreadOfReturn(file, t));
        const at = left[0];
        return at
          ? ({
              kind: 'read',
              urgency: 'read',
              // It is read by the bar of Measure, against its ticket.
              station: 'measure',
              at,
              left: left.length,
              again: false,
              sentence: (unit) =>
                `Measure what came back: ${placeName(file, at, unit)}. ${left.length === 1 ? 'It is the last of its plan.' : `${left.length} to go.`}`,
            } as Action)
          : null;
      },
    },
    {
      urgency: 'look',
      find: (): Action | null => {
        const t = toInspect(file).find((x) => mayPass(file, { figures }, x));
        return t
          ? {
              kind: 'accept-return',
              urgency: 'look',
              station: 'outside',
              at: null,
              sentence: () => `Everything from ${t.ticket.firm} is inside its ticket: accept it.`,
            }
          : null;
      },
    },
    {
      urgency: 'wait',
      find: (): Action | null => {
        const waits = toSend(file);
        const [out] = outNow(file);
        const [first] = blockers(file);
        if (!first || (waits === null && !out)) return null;
        const pistons = waits === null ? [] : pistonsForTicket(file);
        const [piston] = pistons;
        if (piston)
          return {
            kind: 'read',
            urgency: 'wait',
            station: 'measure',
            at: piston,
            left: pistons.length,
            again: false,
            sentence: (unit: LengthUnit) =>
              `Take ${placeName(file, piston, unit)}: the ticket’s size goes with it. ${pistons.length === 1 ? 'It is the last.' : `${pistons.length} to go.`}`,
          } as Action;
        return {
          kind: waits === null ? 'out' : 'send-out',
          urgency: 'wait',
          station: 'outside',
          at: null,
          sentence:
            waits === null
              ? first.sentence
              : () => 'Write the ticket: sizes, pistons, what comes back with it.',
        };
      },
    },
  ],
  tell: (entry, file) => {
    if (TICKET.is(entry))
      return `Ticket for ${entry.firm}: ${OUTSIDE_WORKS[entry.what]}, ${entry.lines
        .map((l) => [file.engine.cylinders[l.cylinder], askedText(l, entry.unit)].filter(Boolean).join(' '))
        .join('; ')}${entry.text.trim() ? `: ${entry.text.trim()}` : ''}`;
    if (!TICKET_NEWS.is(entry)) return null;
    const ticket = ledgerOf(file.log).entry(entry.of) as unknown as { firm?: string } | undefined;
    return `${ticket?.firm ?? 'Outside'}: ${NEWS[entry.what]}${entry.due ? `, due ${printedDay(entry.due)}` : ''}${entry.text.trim() ? `: ${entry.text.trim()}` : ''}`;
  },
  report: (file) => report(file),
};
