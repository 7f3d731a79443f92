import { MACHINIST_GRID } from '../fit/index.js';
import { OUTSIDE_WORK_KEYS } from '../job/index.js';
import { cylinder, day, entryKind, Refused, size, type EntryOf } from '../ledger/index.js';
import { onCylinder } from '../cylinder/index.js';
import type { Money } from '../money/index.js';
import { boolean, integer, list, number, object, oneOf, orNull, ref, text } from '../shape/index.js';
import { neverDone, type EngineSpec } from '../specs/index.js';
import { capital } from '../verdicts/index.js';

const LINE = object({
  cylinder,
  /** Piston that goes with it, nm; null where none does. */
  piston: orNull(size),
  from: oneOf('measured', 'listed', 'none'),
  /** What is written on its crown, so that it comes back to its bore. */
  mark: text(60),
  /** Finished size, on the firm's grid, nm; null where nothing is brought to a size. */
  low: orNull(size),
  high: orNull(size),
  aim: orNull(size),
});

/** Work of a ticket whose size has to be given. */
export const SIZED: ReadonlySet<string> = new Set(['bore', 'replate', 'sleeve']);

/** No firm is so far off, nm. */
const FAR = 100_000;

function readLine(
  { what, unit }: { readonly what: string; readonly unit: 'mm' | 'in' },
  line: {
    readonly cylinder: number;
    readonly piston: number | null;
    readonly low: number | null;
    readonly high: number | null;
    readonly aim: number | null;
  },
  engine: EngineSpec,
  path: string,
): void {
  onCylinder(engine, line.cylinder, `${path}/cylinder`);
  const name = capital(engine.cylinders[line.cylinder]!);
  const { low, high, aim, piston } = line;
  if (!SIZED.has(what)) {
    if (low !== null || high !== null)
      throw new Refused(`${path}/low`, 'Nothing is brought to a size by that.');
    return;
  }
  if (low === null || high === null || aim === null || piston === null)
    throw new Refused(`${path}/low`, `${name}: piston and finished size are missing. Nobody bores by guess.`);
  if (low >= high) throw new Refused(`${path}/low`, `${name}: the size must run from low to high.`);
  if (low % MACHINIST_GRID[unit] !== 0 || high % MACHINIST_GRID[unit] !== 0)
    throw new Refused(
      `${path}/low`,
      `${name}: a size goes on the machinist’s grid, ${unit === 'mm' ? '0.001 mm' : '0.0001 in'}: what is printed is what is asked for.`,
    );
  // A firm whose work comes back over is asked for less: on purpose outside the size, never far.
  if (aim < low - FAR || aim > high + FAR)
    throw new Refused(`${path}/aim`, `${name}: the aim lies nowhere near the size.`);
  if (low <= piston)
    throw new Refused(`${path}/low`, `${name}: the bore would be no larger than its piston.`);
}

/** Work asked of a firm: what, for which cylinders, to what sizes, with which pistons. It is never changed: another is written. */
export const TICKET = entryKind(
  'ticket',
  {
    what: oneOf(...OUTSIDE_WORK_KEYS),
    firm: text(120),
    /** Grid its sizes stand on. */
    unit: oneOf('mm', 'in'),
    kitId: orNull(ref('kit')),
    lines: list(LINE, 1, 12),
    /** That every bore comes back inside, when it was written; null where no size is asked for. */
    inside: orNull(number(0, 1)),
    /** Out-of-round and taper allowed, nm; null where nothing is on file. */
    round: orNull(size),
    taper: orNull(size),
    /** Included angle of the cross-hatch, degrees; null where none is wanted. */
    hatch: orNull(number(1, 179)),
    finish: text(120),
    /** Flatness of the deck, nm; null where it is left alone. */
    deck: orNull(size),
    chamfer: boolean,
    wash: boolean,
    /** That the firm's own readings are wanted back. */
    readings: boolean,
    /** What else is asked for; why only some cylinders go. */
    text: text(500),
  },
  {
    stays: 'A ticket is called off, so that its firm hears of it.',
    read: (sent, { engine }) => {
      const never =
        sent.what === 'bore' || sent.what === 'replate' || sent.what === 'sleeve'
          ? neverDone(engine.wall, sent.what)
          : null;
      if (never) throw new Refused('/what', never);
      if (sent.firm.trim() === '') throw new Refused('/firm', 'Who is it for?');
      const kit = sent.kitId === null ? null : engine.kits.find((k) => k.id === sent.kitId);
      if (kit === undefined) throw new Refused('/kitId', 'This engine has no such kit.');
      if (sent.what === 'bore' && (kit === null || kit.oversize === 0))
        throw new Refused('/kitId', 'Boring needs the oversize it is for.');
      const seen = new Set<number>();
      sent.lines.forEach((line, i) => {
        if (seen.has(line.cylinder)) throw new Refused(`/lines/${i}/cylinder`, 'Each cylinder once.');
        seen.add(line.cylinder);
        readLine(sent, line, engine, `/lines/${i}`);
      });
      if (SIZED.has(sent.what) && seen.size < engine.cylinders.length && sent.text.trim() === '')
        throw new Refused(
          '/text',
          'Only some of the cylinders go: say why. They stay of one size as a rule.',
        );
    },
  },
);
export type Ticket = EntryOf<typeof TICKET>;

/** What happened to a ticket, in the order it goes. */
export const NEWS = {
  sent: 'sent out',
  accepted: 'taken in by the firm',
  quoted: 'price and day named',
  refused: 'not taken in by the firm',
  ready: 'ready at the firm',
  back: 'back in the shop',
  rejected: 'not accepted, back to the firm',
  passed: 'accepted',
  cancelled: 'called off',
} as const;
export type NewsKind = keyof typeof NEWS;

/** News of a ticket: by the shop, or what the firm answered. */
export const TICKET_NEWS = entryKind(
  'ticket-news',
  {
    of: ref('entry'),
    what: oneOf(...(Object.keys(NEWS) as NewsKind[])),
    /** Whether the firm said it; else somebody of the shop did. */
    firm: boolean,
    /** Price the firm named, in the smallest unit; null where none. */
    price: orNull(integer<Money>(0, 9_000_000_000)),
    /** Day it is due back; null where nobody said. */
    due: orNull(day),
    text: text(1000),
    /** The firm's own readings of what it sends back. */
    readings: list(object({ cylinder, where: text(60), value: size }), 0, 200),
  },
  {
    stays: 'What was said between shop and firm stays said: say what is so now.',
    read: (sent, { engine, known }) => {
      const ticket = known(sent.of);
      if (!ticket || !TICKET.is(ticket)) throw new Refused('/of', 'There is no such ticket in this job.');
      if (
        sent.what === 'sent' &&
        (ticket.what === 'bore' || ticket.what === 'replate' || ticket.what === 'sleeve')
      ) {
        const never = neverDone(engine.wall, ticket.what);
        if (never) throw new Refused('/of', never);
      }
      if ((sent.what === 'rejected' || sent.what === 'cancelled') && sent.text.trim() === '')
        throw new Refused('/text', 'Say why: it goes to the firm with the work.');
      for (const r of sent.readings) onCylinder(engine, r.cylinder, '/readings');
    },
  },
);
export type TicketNews = EntryOf<typeof TICKET_NEWS>;
