import type { JobFile } from '../job/index.js';
import { cylinder, day, type BodyOf } from '../ledger/index.js';
import { parseMoney } from '../money/index.js';
import { id, integer, list, object, oneOf, orNull, pattern, text, type Of } from '../shape/index.js';
import { parseReading } from '../units/index.js';
import { digits, published } from './order.js';
import type { TICKET_NEWS } from './ticketEntries.js';
import { movesOn, type TicketStanding } from './tickets.js';

const answerShape = object({
  format: oneOf('tribos-answer'),
  version: oneOf(1),
  id,
  turn: integer(1, 99),
  state: oneOf('accepted', 'quoted', 'ready', 'refused'),
  /** For all of it, with two decimals; null until it is named. */
  price: orNull(
    object({ amount: pattern('^\\d{1,7}\\.\\d{2}$', 'an amount like 62.50'), currency: text(3) }),
  ),
  /** Day it is due to be ready; null until it is named. */
  due: orNull(day),
  text: text(900),
  unit: oneOf('mm', 'in'),
  /** Its own readings of what it sends back, as they would be printed. */
  readings: list(object({ cylinder, where: text(60), value: digits }), 0, 200),
});

/** How an order stands at a firm: the same until something happens to it. */
export type Answer = Of<typeof answerShape>;

/** The JSON Schema published for it. */
export const answerSchema = published('answer', answerShape.schema, 'How an order stands at a firm.');

/** What cannot be believed of a firm's line. */
export type LineTrouble = 'away' | 'slow' | 'rubbish';

/** The calm sentence of it: what is so, what it means, what to do. */
export const LINE_TROUBLES: Record<LineTrouble, string> = {
  away: 'Its line does not answer. Nothing is lost and it is asked again by itself; meanwhile everything goes by paper.',
  slow: 'Its line is too slow to answer. Nothing is lost and it is asked again by itself; meanwhile everything goes by paper.',
  rubbish:
    'Its line says what cannot be read, and nothing of it was taken over. It is asked again by itself; meanwhile everything goes by paper.',
};

/** What a firm may say of one ticket before nobody listens any more: a line that says something else each time is broken. */
const MOST_HEARD = 40;

/**
 * A firm's answer from parsed JSON.
 * @param to id of the order it answers
 * @returns null where it is none, or answers another
 */
export function readAnswer(json: unknown, to: string): Answer | null {
  if (answerShape.check(json, '').length > 0) return null;
  const answer = json as Answer;
  return answer.id === to ? answer : null;
}

export type News = Omit<BodyOf<typeof TICKET_NEWS>, 'id' | 'at' | 'kind'>;

/** Whether an answer says anything that is not known of a ticket yet. */
export const isNews = (
  answer: Answer,
  known: {
    readonly state: TicketStanding['state'];
    readonly due: string | null;
    readonly price: number | null;
  },
  currency: string | undefined,
): boolean =>
  movesOn(known.state, answer.state) ||
  (answer.due !== null && answer.due !== known.due) ||
  (answer.price !== null &&
    answer.price.currency === currency &&
    parseMoney(answer.price.amount) !== known.price);

/**
 * What an answer adds to the log of its job: nothing where it says what is known, speaks of an earlier turn, or the work
 * is no longer out.
 * @returns null where nothing is to be written; `rubbish` where it cannot be about this ticket
 */
export function newsOf(file: JobFile, standing: TicketStanding, answer: Answer): News | 'rubbish' | null {
  const { ticket, news, outSince, turn } = standing;
  if (outSince === null || answer.turn < turn) return null;
  if (answer.turn > turn) return 'rubbish';
  const readings = answer.readings.map((r) => ({ ...r, read: parseReading(r.value, { unit: answer.unit }) }));
  if (readings.some((r) => !r.read.ok || !ticket.lines.some((l) => l.cylinder === r.cylinder)))
    return 'rubbish';
  const currency = file.shop.costs?.currency;
  if (!isNews(answer, standing, currency)) return null;
  if (news.filter((n) => n.firm).length >= MOST_HEARD) return 'rubbish';
  const { price } = answer;
  const foreign = price !== null && price.currency !== currency;
  return {
    of: ticket.id,
    what: answer.state,
    firm: true,
    price: price === null || foreign ? null : parseMoney(price.amount),
    due: answer.due,
    // An amount in other money is not this shop's to add up: it is kept as it was said.
    text: [answer.text.trim(), foreign ? `asks ${price.amount} ${price.currency}` : '']
      .filter(Boolean)
      .join('; '),
    readings: readings.flatMap((r) =>
      r.read.ok ? [{ cylinder: r.cylinder, where: r.where, value: r.read.value }] : [],
    ),
  };
}
